import controls from '@/ui/plain/controls.module.css';

export type Answer = { readonly good: boolean; readonly sentence: string };

/** What became of something that was asked for; nothing before it was. */
export const Said = ({ said }: { readonly said: Answer | null }) =>
  said && (
    <p role="alert" className={said.good ? controls.good : controls.notice}>
      {said.sentence}
    </p>
  );
