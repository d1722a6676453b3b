import { and, eq, isNull } from 'drizzle-orm';
import { boolean, object, string } from 'yup';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { type Choices, checkTemplate, choicesSchema, occasionNames, occasionOf, templateSchema } from '@/core/message';
import { can } from '@/core/people';
import { courseIsThere } from '../outline';
import { command } from '../platform/command';
import { newId } from '../platform/ids';
import { message, messageChoice, messageText } from './schema';
import { textsOf } from './texts';

const occasion = string().oneOf(occasionNames, 'There is no such occasion.').required('The occasion is missing.');
const mayChange = (
  { actor }: { readonly actor: Parameters<typeof can>[0] },
  { courseId }: { readonly courseId: string | null },
) => can(actor, 'message.change', courseId === null ? {} : { courseId });

/** Of a course, or of the whole school. */
const inPlace = (courseId: string | null) =>
  courseId === null ? isNull(messageText.courseId) : eq(messageText.courseId, courseId);
const placed = (courseId: string | null) => (courseId === null ? {} : { courseId });

const noCourse = fail('not-found', 'This course is not there any more.');

/** Writes the text of an occasion, for a course or for the whole school, and says whether it is sent at all. */
const setText = command({
  name: 'message.set-text',
  input: object({ courseId: optionalId, occasion, isOn: boolean().required() }).concat(templateSchema).noUnknown(),
  permission: mayChange,
  async handle({ tx, audit }, { courseId, occasion, isOn, subject, body }) {
    const template = { subject: subject.trim(), body: body.trim() };
    const checked = checkTemplate(occasion, template);
    if (!checked.ok) return checked;
    if (courseId !== null && !(await courseIsThere(tx.db, courseId))) return noCourse;
    // Two who write the first text of a place at once: the later one counts.
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`text/${courseId}/${occasion}`]);
    const key = and(inPlace(courseId), eq(messageText.occasion, occasion));
    const changed = await tx.db
      .update(messageText)
      .set({ isOn, ...template })
      .where(key)
      .returning({ id: messageText.id });
    if (changed.length === 0)
      await tx.db.insert(messageText).values({ id: newId(), courseId, occasion, isOn, ...template });
    const { title } = occasionOf(occasion);
    await audit({
      ...placed(courseId),
      sentence: isOn ? `changed the message "${title}"` : `switched the message "${title}" off`,
    });
    return ok(null);
  },
});

/** Goes back to the text that holds above: of the school for a course, the usual one for the school. */
const dropText = command({
  name: 'message.drop-text',
  input: object({ courseId: optionalId, occasion }).noUnknown(),
  permission: mayChange,
  async handle({ tx, audit }, { courseId, occasion }) {
    const gone = await tx.db
      .delete(messageText)
      .where(and(inPlace(courseId), eq(messageText.occasion, occasion)))
      .returning({ id: messageText.id });
    if (gone.length > 0)
      await audit({
        ...placed(courseId),
        sentence: `went back to the ${courseId === null ? 'usual' : "school's"} message "${occasionOf(occasion).title}"`,
      });
    const { subject, body, isOn } = (await textsOf(tx.db, courseId))[occasion];
    return ok({ subject, body, isOn });
  },
});

/** Somebody chooses what they are told, and when. What waits for them is looked at anew. */
const choose = command({
  name: 'message.choose',
  input: object({ choices: choicesSchema.required() }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, actor, now }, input) {
    const choices = input.choices as Choices;
    await tx.db
      .insert(messageChoice)
      .values({ personId: actor.id, choices })
      .onConflictDoUpdate({ target: messageChoice.personId, set: { choices } });
    await tx.db
      .update(message)
      .set({ dueAt: now.toString() })
      .where(and(eq(message.personId, actor.id), eq(message.state, 'waiting')));
    return ok(null);
  },
});

/** Tries again to send what a mail server refused. */
const sendAgain = command({
  name: 'message.send-again',
  input: object({ courseId: idSchema, messageId: idSchema }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'message.change', { courseId }),
  async handle({ tx, now, audit }, { courseId, messageId }) {
    const key = and(eq(message.id, messageId), eq(message.courseId, courseId));
    const [row] = await tx.db.select({ state: message.state }).from(message).where(key).for('update');
    if (!row) return fail('not-found', 'This message is not one of the course.');
    if (row.state === 'waiting') return ok(null);
    if (row.state !== 'failed') return fail('conflict', 'Only what has failed can be sent again.');
    await tx.db.update(message).set({ state: 'waiting', why: null, tries: 0, dueAt: now.toString() }).where(key);
    await audit({ courseId, sentence: 'had a message sent again' });
    return ok(null);
  },
});

const all = [setText, dropText, choose, sendAgain];
export const messageCommands = Object.fromEntries(all.map((one) => [one.name, one]));
