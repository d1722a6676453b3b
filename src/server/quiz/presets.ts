import { asc, eq, ne } from 'drizzle-orm';
import { boolean, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { somewhere } from '@/core/people';
import {
  type PresetSettings,
  presetName,
  presetOf,
  type QuizPreset,
  type QuizSettings,
  quizSettingsSchema,
} from '@/core/quiz';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { quizPreset } from './schema';

/** They are the school's, as the bank is: whoever makes courses keeps them. */
const mayKeep = ({ actor }: CommandContext) => somewhere(actor, 'bank.change');
const mostPresets = 100;

/** Settings as they were kept. Throws where they are none. */
const readSettings = (kept: unknown): PresetSettings =>
  presetOf(quizSettingsSchema.validateSync(kept, { strict: true }) as QuizSettings);

/** The presets of the school, by their names. */
export async function presetsOf(db: Database): Promise<QuizPreset[]> {
  const rows = await db.select().from(quizPreset).orderBy(asc(quizPreset.name));
  return rows.map((row) => ({ ...row, settings: readSettings(row.settings) }));
}

/** How new quizzes of the school begin; null where it has not said. */
export async function usualSettings(db: Database): Promise<PresetSettings | null> {
  const [row] = await db.select({ kept: quizPreset.settings }).from(quizPreset).where(eq(quizPreset.isDefault, true));
  return row ? readSettings(row.kept) : null;
}

/** Keeps settings under a name, anew or over what had the id; of several that would be the default, the last one is. */
const putPreset = command({
  name: 'quiz.put-preset',
  input: object({
    id: idSchema,
    name: presetName,
    settings: quizSettingsSchema.required(),
    isDefault: boolean().required(),
  }).noUnknown(),
  permission: mayKeep,
  async handle({ tx, audit }, { id, settings, isDefault, ...input }) {
    const name = input.name.trim();
    await tx.client.query("select pg_advisory_xact_lock(hashtextextended('quiz-presets', 0))");
    const all = await tx.db.select({ id: quizPreset.id, name: quizPreset.name }).from(quizPreset);
    const isNew = all.every((one) => one.id !== id);
    if (isNew && all.length >= mostPresets)
      return fail('too-many', `The school has ${mostPresets} presets; that is the most.`);
    const twin = all.find((one) => one.id !== id && one.name.toLowerCase() === name.toLowerCase());
    if (twin) return fail('conflict', `There is a preset called "${twin.name}" already.`, 'name');
    if (isDefault) await tx.db.update(quizPreset).set({ isDefault: false }).where(ne(quizPreset.id, id));
    const row = { id, name, settings: presetOf(settings as QuizSettings), isDefault };
    await tx.db.insert(quizPreset).values(row).onConflictDoUpdate({ target: quizPreset.id, set: row });
    await audit({ sentence: `${isNew ? 'made' : 'changed'} the preset "${name}"` });
    return ok(null);
  },
});

/** Forgets a preset; quizzes that had it stay as they are. */
const removePreset = command({
  name: 'quiz.remove-preset',
  input: object({ id: idSchema }).noUnknown(),
  permission: mayKeep,
  async handle({ tx, audit }, { id }) {
    const [row] = await tx.db.delete(quizPreset).where(eq(quizPreset.id, id)).returning({ name: quizPreset.name });
    // What is gone already needs no removing.
    if (row) await audit({ sentence: `took the preset "${row.name}" away` });
    return ok(null);
  },
});

export const presetCommands = { [putPreset.name]: putPreset, [removePreset.name]: removePreset };
