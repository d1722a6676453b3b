'use client';
import { useId, useState } from 'react';
import { type ProfileField, type ProfilePlace, type ProfileValues, profileLink } from '@/core/certificate';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './certificates.module.css';
import { copied } from './copied';

const labels: readonly (readonly [ProfileField, string])[] = [
  ['course', 'What it is for'],
  ['school', 'Issued by'],
  ['year', 'Issued, year'],
  ['month', 'Issued, month'],
  ['untilYear', 'Ends, year'],
  ['untilMonth', 'Ends, month'],
  ['number', 'Number'],
  ['address', 'Address'],
];

type Props = { readonly values: ProfileValues; readonly places: readonly ProfilePlace[] };

/** What a profile elsewhere asks for, filled in: to be copied, or opened there. Nothing is sent from here. */
export function ProfileFields({ values: known, places }: Props) {
  const ready = useReady();
  const id = useId();
  const [values, setValues] = useState(known);
  const [said, setSaid] = useState('');
  return (
    <details className={styles.profile}>
      <summary>Add it to a profile elsewhere</summary>
      <p className={controls.quiet}>
        {places.length > 0
          ? 'Change what should stand there otherwise, then open the place: its form is filled. Nothing is sent before you send it there.'
          : 'Copy what the form there asks for.'}
      </p>
      <div className={styles.fields}>
        {labels.map(([field, label]) => (
          <div key={field} className={controls.field}>
            <label className={controls.label} htmlFor={`${id}-${field}`}>
              {label}
            </label>
            <span className={styles.copied}>
              <input
                id={`${id}-${field}`}
                className={controls.input}
                value={values[field]}
                readOnly={!ready}
                maxLength={300}
                dir="auto"
                onChange={(event) => setValues({ ...values, [field]: event.currentTarget.value })}
              />
              <button
                type="button"
                className={controls.button}
                disabled={!ready || values[field] === ''}
                aria-label={`Copy: ${label}`}
                onClick={async () => setSaid(await copied(values[field], label))}
              >
                Copy
              </button>
            </span>
          </div>
        ))}
      </div>
      <p className={styles.links}>
        {places.map((place) => (
          <a
            key={place.title}
            className={controls.primary}
            href={profileLink(place, values)}
            target="_blank"
            rel="noopener noreferrer"
          >
            Open {place.title}
          </a>
        ))}
      </p>
      <p role="status" className={controls.quiet}>
        {said}
      </p>
    </details>
  );
}
