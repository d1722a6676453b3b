import { el, type Xml } from './xml';

/** Rules of scoring, written out as the standard has them (QTI 3.0, response processing). */
const templates = 'https://purl.imsglobal.org/spec/qti/v3p0/rptemplates';
export type Template = 'match_correct' | 'map_response' | 'map_response_point';

export const templateOf = (name: Template): Xml =>
  el('qti-response-processing', { template: `${templates}/${name}.xml` });

export const variable = (identifier: string) => el('qti-variable', { identifier });
export const correct = (identifier: string) => el('qti-correct', { identifier });
export const value = (baseType: string, text: string) => el('qti-base-value', { 'base-type': baseType }, text);
export const setTo = (identifier: string, expression: Xml) => el('qti-set-outcome-value', { identifier }, expression);

/** Some cases, of which the first that holds is taken; the last may hold always. */
export const cases = (...all: readonly (readonly [test: Xml | null, ...then: readonly Xml[]])[]): Xml =>
  el(
    'qti-response-condition',
    {},
    ...all.map(([test, ...then], i) => {
      if (test === null) return el('qti-response-else', {}, ...then);
      return el(i === 0 ? 'qti-response-if' : 'qti-response-else-if', {}, test, ...then);
    }),
  );

/** All points where something holds, and none where it does not. */
export const pointsIf = (test: Xml, points: number): Xml =>
  cases([test, setTo('SCORE', value('float', String(points)))], [null, setTo('SCORE', value('float', '0'))]);
