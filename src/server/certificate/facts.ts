import { randomBytes } from 'node:crypto';
import { type AwardSettings, certificateNumber, type Facts, sampleNumber } from '@/core/certificate';
import { percentText } from '@/core/gradebook';
import { usualLocale } from '@/core/kernel/locale';
import { type Temporal, wallTime } from '@/core/kernel/time';
import type { CourseDocument } from '@/core/outline';
import type { SchoolFacts } from '../people';
import { checkAddress } from './address';
import type { CertificateRow } from './schema';

/** What is known of a course that a certificate tells, the same for everybody. */
export type CourseFacts = Pick<
  Facts,
  'course' | 'school' | 'zone' | 'locale' | 'minutes' | 'outcomes' | 'teacher' | 'own'
>;

/** What of it is the school's, and what the course says under Award. */
export const schoolAndAward = (own: SchoolFacts | null, { teacher, own: words }: AwardSettings) => ({
  ...{ school: own?.name ?? '', zone: own?.zone ?? 'UTC', locale: own?.locale ?? usualLocale },
  ...{ teacher, own: words },
});

export function courseFacts(document: CourseDocument, own: SchoolFacts | null): CourseFacts {
  const { course } = document;
  const lessons = document.sections.flatMap((section) => section.lessons);
  return {
    ...schoolAndAward(own, course.award),
    course: course.title,
    minutes: lessons.length > 0 ? lessons.reduce((sum, { learnerMinutes }) => sum + learnerMinutes, 0) : null,
    outcomes: document.outcomes.map(({ text }) => text),
  };
}

/** The year of an instant where the school is. */
const yearOf = (now: Temporal.Instant, zone: string) => wallTime(now, zone).year;

/** A number nobody has had: the count is drawn once and never again, even when nothing comes of it. */
export const drawnNumber = (award: AwardSettings, count: number, now: Temporal.Instant, zone: string): string =>
  certificateNumber(award.number, count, yearOf(now, zone), (bytes) => randomBytes(bytes));

/** Stands for a token where there is none yet: as long, of letters that every typeface has. */
export const sampleToken = '0'.repeat(22);

/** What a certificate would say about somebody, with a number and an address that are none. */
export function sampleFacts(
  course: CourseFacts,
  award: AwardSettings,
  learner: { readonly name: string; readonly grade: Facts['grade'] },
  now: Temporal.Instant,
  expires: string | null = null,
): Facts {
  const number = sampleNumber(award.number, yearOf(now, course.zone));
  return { ...course, ...learner, at: now.toString(), expires, number, checkAddress: checkAddress(sampleToken) };
}

/** What an issued certificate says. Of those issued before there was more to say, what there was. */
export function issuedFacts(row: CertificateRow, own: SchoolFacts | null): Facts {
  const usual = { zone: own?.zone ?? 'UTC', locale: own?.locale ?? usualLocale };
  return {
    ...usual,
    ...{ minutes: null, outcomes: [], teacher: '', own: {}, expires: null },
    grade: row.grade === null ? null : { percent: row.grade, scale: null },
    ...row.facts,
    ...{ name: row.holder, course: row.courseTitle, school: row.school, number: row.number },
    ...{ at: row.issuedAt, checkAddress: checkAddress(row.token) },
  };
}

/** A grade as certificates tell it: in percent, and by the name of the band where the course has a scale. */
export const gradeFacts = (share: Parameters<typeof percentText>[0] | null, band: { readonly name: string } | null) =>
  share === null ? null : { percent: percentText(share), scale: band?.name ?? null };
