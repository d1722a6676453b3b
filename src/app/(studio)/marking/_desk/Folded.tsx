import styles from '../marking.module.css';

/** Words for who marks that are folded away until they are wanted: what to look for, a model answer. */
export const Folded = ({ summary, text }: { readonly summary: string; readonly text: string }) =>
  text.trim() !== '' && (
    <details className={styles.task}>
      <summary>{summary}</summary>
      <p className={styles.guide} dir="auto">
        {text}
      </p>
    </details>
  );
