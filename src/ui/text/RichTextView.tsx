import type { MediaFacts } from '@/core/media';
import type { RichText } from '@/core/outline';
import { safeHtml } from './render';
import './math.css';
import styles from './text.module.css';

type Props = { readonly text: RichText | null; readonly pictures: { readonly [id: string]: MediaFacts } };

/** A lesson's text as a learner reads it. Rendered on the server, and made safe there whatever it holds. */
export function RichTextView({ text, pictures }: Props) {
  if (!text) return null;
  return <div className={styles.text} dangerouslySetInnerHTML={{ __html: safeHtml(text, pictures) }} />;
}
