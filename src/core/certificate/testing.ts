import { type Design, designFrom, type Facts } from './index';

/** Ids that count. */
export function counting(): () => string {
  let made = 0;
  return () => {
    made += 1;
    return `00000000-0000-7000-8000-${String(made).padStart(12, '0')}`;
  };
}

/** What a certificate says in tests. */
export const facts = (over: Partial<Facts> = {}): Facts => ({
  ...{ name: 'Bo Li', course: 'Stream Survey: reading a small river', school: 'Wendwater River School' },
  ...{ at: '2027-06-12T10:00:00Z', expires: null, zone: 'UTC', locale: 'en-GB' },
  grade: { percent: '91.0 %', scale: 'merit' },
  ...{ minutes: 400, outcomes: ['Choose a reach', 'Measure a flow'], teacher: 'Ines Vallotto' },
  ...{ number: 'RIV-7K4Q-0182', checkAddress: 'http://school.example/check/0123456789012345678901', own: {} },
  ...over,
});

export const riverLine: Design = designFrom('river', 'a4-across', counting());
