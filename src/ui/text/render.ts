import Image from '@tiptap/extension-image';
import StarterKit from '@tiptap/starter-kit';
import { renderToHTMLString } from '@tiptap/static-renderer/pm/html-string';
import sanitize from 'sanitize-html';
import type { MediaFacts } from '@/core/media';
import { knownPart, type RichText } from '@/core/outline';
import { mathOf } from './formula';
import { besideAttribute, besideOf, imgAttributes, LibraryMedia } from './library-media';
import { ownNodes, toneOf, tones } from './nodes';

/** What the editor is made of; the texts it makes are those `textFault` lets in. */
const Picture = Image.extend({
  addAttributes() {
    return { ...this.parent?.(), srcset: {}, sizes: {}, beside: besideAttribute };
  },
});
const usual = [StarterKit.configure({ document: false, heading: { levels: [2, 3] } }), Picture, ...ownNodes];
export const extensions = [...usual, LibraryMedia];

/** The pictures of a text, each with the address and size the library knows; others are left out. */
function withPictures(node: RichText, pictures: { readonly [id: string]: MediaFacts }): RichText | null {
  if (node.type === 'image') {
    const found = pictures[String(node.attrs?.mediaId)];
    if (!found) return null;
    return {
      type: 'image',
      attrs: {
        ...imgAttributes(found),
        alt: String(node.attrs?.alt || found.alt),
        beside: besideOf(node.attrs?.beside),
      },
    };
  }
  // Exercises are drawn by whoever shows the text: they are answered.
  if (node.type === 'exercise') return null;
  if (node.type === 'media') return pictures[String(node.attrs?.mediaId)] ? node : null;
  return node.content
    ? { ...node, content: node.content.flatMap((child) => withPictures(child, pictures) ?? []) }
    : node;
}

const kept = new WeakMap<RichText, string>();

/** HTML that may stand in a page: only what a lesson's text is made of, and only safe addresses. */
export function safeHtml(text: RichText, pictures: { readonly [id: string]: MediaFacts }): string {
  const known = kept.get(text);
  if (known !== undefined) return known;
  // Editions that were kept before texts were measured may hold anything: what is known of it is shown.
  const [document] = knownPart(text);
  const drawn = (document?.type === 'doc' && withPictures(document, pictures)) || { type: 'doc', content: [] };
  const html = sanitize(
    renderToHTMLString({
      extensions: [...usual, LibraryMedia.configure({ shown: pictures })],
      content: drawn as never,
    }),
    {
      allowedTags: [
        'p',
        'h2',
        'h3',
        'ul',
        'ol',
        'li',
        'blockquote',
        'strong',
        'em',
        's',
        'u',
        'code',
        'pre',
        'br',
        'hr',
        'a',
        'img',
        'figure',
        'figcaption',
        'video',
        'audio',
        'track',
        'table',
        'tbody',
        'tr',
        'th',
        'td',
        'aside',
        'div',
        'span',
        'details',
        'summary',
      ],
      allowedAttributes: {
        a: ['href', 'rel', 'target'],
        figure: ['data-beside'],
        aside: ['data-tone', 'aria-label'],
        div: ['data-columns', 'data-column', 'data-tex', 'data-scrolls', 'tabindex', 'role', 'aria-label'],
        span: ['data-tex'],
        th: ['colspan', 'rowspan', 'scope'],
        td: ['colspan', 'rowspan'],
        img: ['data-beside', 'src', 'srcset', 'sizes', 'alt', 'width', 'height', 'loading'],
        video: ['src', 'poster', 'controls', 'controlslist', 'preload', 'aria-label'],
        audio: ['src', 'controls', 'controlslist', 'preload', 'aria-label'],
        track: ['kind', 'src', 'srclang', 'label'],
        ol: ['start'],
      },
      allowedSchemes: ['http', 'https', 'mailto'],
      // What is shown or played comes from the library and from nowhere else.
      exclusiveFilter: ({ tag, attribs }) =>
        ['img', 'video', 'audio', 'track'].includes(tag) &&
        !/^\/files\/[0-9a-f-]{36}\/(original|w\d+|play|captions-[\w-]+)$/.test(attribs.src ?? ''),
      transformTags: {
        a: sanitize.simpleTransform('a', { rel: 'noopener noreferrer nofollow', target: '_blank' }),
        img: sanitize.simpleTransform('img', { loading: 'lazy' }),
        aside: (_tag, { 'data-tone': tone }) => ({
          tagName: 'aside',
          attribs: { 'data-tone': toneOf(tone), 'aria-label': tones[toneOf(tone)] },
        }),
      },
    },
  );
  const whole = withFormulas(withScrollingTables(html));
  kept.set(text, whole);
  return whole;
}

/** A table wider than a phone is moved about within its own frame, also by keyboard. */
const withScrollingTables = (html: string): string =>
  html
    .replaceAll('<table>', '<div data-scrolls="" tabindex="0" role="group" aria-label="Table"><table>')
    .replaceAll('</table>', '</table></div>');

const entities: { readonly [name: string]: string } = { amp: '&', lt: '<', gt: '>', quot: '"' };

/**
 * Formulas in the place of their TeX. It happens after everything has been made safe: what stands in its place was
 * made by the program that sets formulas, which takes nothing over from the TeX as it is.
 */
const withFormulas = (html: string): string =>
  html.replace(/<(span|div) data-tex="([^"]*)"><\/\1>/g, (_whole, tag: string, escaped: string) => {
    const tex = escaped.replace(/&(amp|lt|gt|quot);/g, (one, name: string) => entities[name] ?? one);
    const math = mathOf(tex, tag === 'div');
    return math ? `<${tag} data-tex="">${math}</${tag}>` : `<code>${escaped}</code>`;
  });
