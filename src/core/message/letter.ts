import { counted } from '../kernel/words';
import type { Facts, OccasionName } from './facts';
import { chooseLink, type Surroundings } from './occasion';
import { occasionOf } from './occasions';
import { escaped, filledLine, htmlOf, plainOf, type Template } from './template';

/** One thing that is told in a mail. */
export type Part = {
  readonly occasion: OccasionName;
  readonly facts: Facts[OccasionName];
  readonly template: Template;
  readonly around: Surroundings;
};

/** A mail, ready to be sent. */
export type Letter = { readonly subject: string; readonly text: string; readonly html: string };

/** The look of all mails: a few rules within the mail itself, since readers of mail fetch none. Colours are its reader's own, light or dark. */
const rules = {
  body: 'margin:0;padding:24px 12px;font:16px/1.55 Georgia,serif',
  sheet: 'max-width:560px;margin:0 auto;padding:20px 0;border-block:3px solid',
  foot: 'max-width:560px;margin:12px auto 0;font:13px/1.5 sans-serif',
  title: 'margin:24px 0 8px;font:600 18px/1.3 sans-serif',
};

/** Fills a text; `link` is filled like every other field. */
function filled({ occasion, facts, template, around }: Part) {
  const { learner, course, school } = around;
  const values = { learner, course: course.title, school, ...occasionOf(occasion).fill(facts, around) };
  return {
    subject: filledLine(template.subject, values),
    text: plainOf(template.body, values),
    html: htmlOf(template.body, values),
  };
}

/** Several things of one occasion in one course, told as one where that can be. */
function together(parts: readonly Part[]): readonly Part[] {
  const found = new Map<string, Part[]>();
  for (const [i, part] of parts.entries()) {
    const joins = occasionOf(part.occasion).together !== undefined;
    const key = joins ? `${part.occasion}/${part.around.course.slug}` : `${i}`;
    found.set(key, [...(found.get(key) ?? []), part]);
  }
  return [...found.values()].flatMap((same) => {
    const [first] = same;
    if (!first) return [];
    const facts = occasionOf(first.occasion).together?.(same.map((one) => one.facts));
    return [facts ? { ...first, facts } : first];
  });
}

/** Puts one mail together of everything somebody is told at once, at least one thing. */
export function letterOf(parts: readonly Part[]): Letter {
  const all = together(parts).map(filled);
  const [first] = all;
  const { school = '', address = '' } = parts[0]?.around ?? {};
  const choose = chooseLink(address);
  const isOne = all.length === 1;
  const subject = isOne ? (first?.subject ?? '') : `${counted(all.length, 'message')} from ${school}`;
  const foot = `You get this because you take part in courses of ${school}. Choose what you are told:`;
  const text = all.map((one) => (isOne ? one.text : `${one.subject}\n\n${one.text}`)).join('\n\n----------\n\n');
  const html = all
    .map((one) =>
      isOne ? one.html : `<h2 dir="auto" style="${rules.title}">${escaped(one.subject)}</h2>\n${one.html}`,
    )
    .join('\n');
  return {
    subject,
    text: `${text}\n\n-- \n${foot} ${choose}\n`,
    html: `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(subject)}</title></head>
<body style="${rules.body}"><div style="${rules.sheet}">
${html}
</div><p dir="auto" style="${rules.foot}">${escaped(foot)} <a href="${escaped(choose)}">your account</a>.</p></body></html>
`,
  };
}
