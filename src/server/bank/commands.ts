import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { array, boolean, number, object } from 'yup';
import { same } from '@/core/kernel/change';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { somewhere } from '@/core/people';
import {
  bankFactFields,
  categoriesBelow,
  checkBody,
  contentOf,
  type Difficulty,
  mediaNamed,
  mostQuestionsAtOnce,
  type QuestionContent,
  questionFields,
} from '@/core/quiz';
import { usableMedia } from '../media';
import { type CommandContext, command } from '../platform/command';
import { instantFrom } from '../platform/instant';
import { categoriesOf } from './read';
import { bankCategory, bankMedia, bankQuestion, bankVersion } from './schema';

/** The bank is the school's: whoever makes courses keeps it. */
const mayKeep = ({ actor }: CommandContext) => somewhere(actor, 'bank.change');

const contentFields = {
  kind: questionFields.kind,
  prompt: questionFields.prompt,
  category: questionFields.category,
  points: questionFields.points,
  body: questionFields.body,
  media: questionFields.media,
  hint: questionFields.hint,
  feedbackRight: questionFields.feedbackRight,
  feedbackPart: questionFields.feedbackPart,
  feedbackWrong: questionFields.feedbackWrong,
};

/** Keeps which files a question shows. */
async function keepMedia({ tx }: CommandContext, questionId: string, content: QuestionContent): Promise<void> {
  const ids = [...new Set(mediaNamed(content))];
  await tx.db.delete(bankMedia).where(eq(bankMedia.questionId, questionId));
  if (ids.length > 0) await tx.db.insert(bankMedia).values(ids.map((mediaId) => ({ questionId, mediaId })));
}

/** Content as a question of its kind may hold it; it shows only what its maker sees of the library. */
async function checkedContent(
  { tx, actor }: CommandContext,
  content: QuestionContent,
): Promise<Result<QuestionContent>> {
  const body = checkBody(content.kind, content.body);
  const ids = mediaNamed(content);
  const usable = await usableMedia(tx.db, actor, ids);
  if (ids.some((id) => !usable.has(id)))
    return fail('not-found', 'This file is not in the library of the school, or not for you.', 'media');
  return body.ok
    ? ok({ ...content, body: body.value })
    : fail('invalid', body.problem.sentence, body.problem.field ? `body.${body.problem.field}` : 'body');
}

const isCategory = async ({ tx }: CommandContext, id: string | null): Promise<boolean> =>
  id === null ||
  (await tx.db.select({ id: bankCategory.id }).from(bankCategory).where(eq(bankCategory.id, id))).length > 0;
const noCategory = fail('not-found', 'This category is not there any more.', 'categoryId');

/** Puts new questions into the bank. Ids come with them, so that sending them twice makes them once. */
const putQuestions = command({
  name: 'bank.put-questions',
  input: object({
    categoryId: optionalId,
    questions: array()
      .of(
        object({
          ...{ id: idSchema, ...contentFields },
          ...{ difficulty: bankFactFields.difficulty, tags: bankFactFields.tags, outcomes: bankFactFields.outcomes },
        })
          .noUnknown()
          .required(),
      )
      .min(1, 'Give at least one question.')
      .max(mostQuestionsAtOnce, `Put at most ${mostQuestionsAtOnce} questions into the bank at once.`)
      .required(),
  }).noUnknown(),
  permission: mayKeep,
  async handle(context, { categoryId, questions }) {
    const { tx, actor, now, audit } = context;
    if (!(await isCategory(context, categoryId))) return noCategory;
    for (const { id, difficulty, tags, outcomes, ...content } of questions) {
      const checked = await checkedContent(context, content as QuestionContent);
      if (!checked.ok) return checked;
      const row = { id, categoryId, version: 1, ...checked.value, difficulty: difficulty as Difficulty };
      const made = await tx.db
        .insert(bankQuestion)
        .values({ ...row, tags: [...new Set(tags)], outcomes, changedBy: actor.id, changedAt: now.toString() })
        .onConflictDoNothing()
        .returning({ id: bankQuestion.id });
      if (made.length === 0) continue;
      await keepMedia(context, id, checked.value);
      await tx.db
        .insert(bankVersion)
        .values({ questionId: id, version: 1, content: checked.value, madeBy: actor.id, madeAt: now.toString() });
    }
    await audit({ sentence: `put ${counted(questions.length, 'question')} into the bank` });
    return ok(null);
  },
});

/** How long whoever changes a question goes on with the same version of it. */
const sameVersionMinutes = 10;

/**
 * Changes what a question of the bank asks. A version is what somebody left: the same person goes on with theirs for a
 * while; what somebody else left, what was left longer ago or what a paper has taken stays as it was, and a new version
 * begins. `version`: the
 * newest one whoever changes it has seen.
 */
const setQuestion = command({
  name: 'bank.set-question',
  input: object({
    id: idSchema,
    version: number().integer().min(1).required(),
    content: object(contentFields).noUnknown().required(),
  }).noUnknown(),
  permission: mayKeep,
  async handle(context, { id, version, content }) {
    const { tx, actor, now, audit } = context;
    const [row] = await tx.db
      .select()
      .from(bankQuestion)
      .where(and(eq(bankQuestion.id, id), isNull(bankQuestion.removedAt)))
      .for('update');
    if (!row) return fail('not-found', 'This question is not in the bank any more.');
    const checked = await checkedContent(context, content as QuestionContent);
    if (!checked.ok) return checked;
    if (row.version !== version) {
      // Sent again, since nobody heard that it was kept: it is there.
      if (row.changedBy === actor.id && same(contentOf(row), contentOf(checked.value)))
        return ok({ version: row.version });
      return fail('changed', 'Somebody else has changed this question since you opened it. Open it again to see how.');
    }
    const [last] = await tx.db
      .select({ madeBy: bankVersion.madeBy, madeAt: bankVersion.madeAt })
      .from(bankVersion)
      .where(and(eq(bankVersion.questionId, id), eq(bankVersion.version, version)));
    const goesOn =
      last?.madeBy === actor.id &&
      instantFrom(last.madeAt).epochMilliseconds > now.subtract({ minutes: sameVersionMinutes }).epochMilliseconds;
    // What a paper has taken stays as it was taken.
    const { rows: onPaper } = await tx.db.execute(
      sql`select from question where bank_id = ${id} and bank_version = ${version} limit 1`,
    );
    const next = goesOn && onPaper.length === 0 ? version : version + 1;
    await tx.db
      .insert(bankVersion)
      .values({ questionId: id, version: next, content: checked.value, madeBy: actor.id, madeAt: now.toString() })
      .onConflictDoUpdate({ target: [bankVersion.questionId, bankVersion.version], set: { content: checked.value } });
    await tx.db
      .update(bankQuestion)
      .set({ ...checked.value, version: next, changedBy: actor.id, changedAt: now.toString() })
      .where(eq(bankQuestion.id, id));
    await keepMedia(context, id, checked.value);
    if (next > version)
      await audit({ sentence: `changed the question "${checked.value.prompt.slice(0, 80)}" of the bank` });
    return ok({ version: next });
  },
});

/** Changes where questions stand and what is known of them, and takes them out or puts them back: many at once. */
const changeMany = command({
  name: 'bank.change-many',
  input: object({
    changes: array()
      .of(
        object({
          id: idSchema,
          categoryId: bankFactFields.categoryId.optional(),
          difficulty: bankFactFields.difficulty.optional(),
          tags: bankFactFields.tags.optional(),
          outcomes: bankFactFields.outcomes.optional(),
          removed: boolean().optional(),
        })
          .noUnknown()
          .required(),
      )
      .min(1, 'Choose at least one question.')
      .max(5000, 'Change at most 5,000 questions at once.')
      .required(),
  }).noUnknown(),
  permission: mayKeep,
  async handle({ tx, now, audit }, { changes }) {
    const categories = new Set((await categoriesOf(tx.db)).map(({ id }) => id));
    const ids = changes.map(({ id }) => id);
    const rows = await tx.db
      .select({ id: bankQuestion.id })
      .from(bankQuestion)
      .where(inArray(bankQuestion.id, ids))
      .for('update');
    if (rows.length < new Set(ids).size) return fail('not-found', 'Some of these questions are not in the bank.');
    for (const { id, removed, tags, difficulty, ...fields } of changes) {
      if (fields.categoryId && !categories.has(fields.categoryId)) return noCategory;
      const set = {
        ...fields,
        ...(difficulty === undefined ? {} : { difficulty: difficulty as Difficulty }),
        ...(tags === undefined ? {} : { tags: [...new Set(tags)] }),
        ...(removed === undefined ? {} : { removedAt: removed ? now.toString() : null }),
      };
      if (Object.keys(set).length > 0) await tx.db.update(bankQuestion).set(set).where(eq(bankQuestion.id, id));
    }
    const taken = changes.filter(({ removed }) => removed === true).length;
    await audit({
      sentence:
        taken > 0
          ? `took ${counted(taken, 'question')} out of the bank`
          : `changed what is known of ${counted(changes.length, 'question')} of the bank`,
    });
    return ok(null);
  },
});

/** Makes a category, gives it another name or another place in the tree. */
const putCategory = command({
  name: 'bank.put-category',
  input: object({
    id: idSchema,
    parentId: optionalId,
    title: line(80, 'Keep the name of a category under 80 characters.', 'Give the category a name.'),
  }).noUnknown(),
  permission: mayKeep,
  async handle({ tx, audit }, { id, parentId, ...input }) {
    const title = input.title.trim();
    // One change of the tree after the other: two that are right alone could make a circle together.
    await tx.client.query("select pg_advisory_xact_lock(hashtextextended('bank-tree', 0))");
    const categories = await categoriesOf(tx.db);
    const there = categories.find((one) => one.id === id);
    if (!there && categories.length >= 500) return fail('too-many', 'The bank has 500 categories; that is the most.');
    if (parentId !== null && !categories.some((one) => one.id === parentId))
      return fail('not-found', 'The category above is not there any more.', 'parentId');
    if (there && parentId !== null && categoriesBelow(categories, id).has(parentId))
      return fail('invalid', 'A category cannot stand below itself.', 'parentId');
    const siblings = categories.filter((one) => one.parentId === parentId && one.id !== id);
    const twin = siblings.find((one) => one.title.toLowerCase() === title.toLowerCase());
    if (twin) return fail('conflict', `There is a category called "${twin.title}" here already.`, 'title');
    // Siblings stand by their names.
    const row = { id, parentId, title, order: title.toLowerCase() };
    await tx.db.insert(bankCategory).values(row).onConflictDoUpdate({ target: bankCategory.id, set: row });
    await audit({ sentence: `${there ? 'changed' : 'made'} the category "${title}" of the bank` });
    return ok(null);
  },
});

/** Takes a category away; what is in it and below it moves up to the one above. */
const removeCategory = command({
  name: 'bank.remove-category',
  input: object({ id: idSchema }).noUnknown(),
  permission: mayKeep,
  async handle({ tx, audit }, { id }) {
    await tx.client.query("select pg_advisory_xact_lock(hashtextextended('bank-tree', 0))");
    const [row] = await tx.db.select().from(bankCategory).where(eq(bankCategory.id, id));
    // What is gone already needs no removing.
    if (!row) return ok(null);
    await tx.db.update(bankCategory).set({ parentId: row.parentId }).where(eq(bankCategory.parentId, id));
    await tx.db.update(bankQuestion).set({ categoryId: row.parentId }).where(eq(bankQuestion.categoryId, id));
    await tx.db.delete(bankCategory).where(eq(bankCategory.id, id));
    await audit({ sentence: `took the category "${row.title}" of the bank away` });
    return ok(null);
  },
});

export const bankCommands = {
  [putQuestions.name]: putQuestions,
  [setQuestion.name]: setQuestion,
  [changeMany.name]: changeMany,
  [putCategory.name]: putCategory,
  [removeCategory.name]: removeCategory,
};
