import { ordinal } from '@/core/kernel/words';
import { throughOwnEyes } from '@/core/learning';
import type { TakenBefore } from '@/server/certificate';
import { spanText } from '@/server/enrolment';
import { CertificateLinks } from './AwardPart';
import styles from './learn.module.css';
import type { Place } from './place';

/** The course as its learner took it before they began anew: what came of it stays theirs. */
export function BeforePart({ before, place }: { readonly before: readonly TakenBefore[]; readonly place: Place }) {
  return (
    <section className={styles.award} aria-label="Taken before">
      <h2>Taken before</h2>
      {before.map(({ learning: { learner, view, records }, certificate }) => (
        <div key={learner.enrolmentId}>
          <p>
            {ordinal(learner.number)} time, {spanText(learner, place)}: {throughOwnEyes(view, records).sheet.gradeText}
          </p>
          {certificate && <CertificateLinks certificate={certificate} />}
        </div>
      ))}
    </section>
  );
}
