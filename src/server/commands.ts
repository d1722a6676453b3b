import { assignmentCommands } from './assignment';
import { bankCommands } from './bank';
import { calendarCommands } from './calendar';
import { certificateCommands } from './certificate';
import { enrolmentCommands } from './enrolment';
import { exchangeCommands } from './exchange';
import { gradebookCommands } from './gradebook';
import { learningCommands } from './learning';
import { liveCommands } from './live';
import { sharingCommands } from './marking';
import { mediaCommands } from './media';
import { messageCommands } from './message';
import { outlineCommands } from './outline';
import { peopleCommands } from './people';
import type { Command } from './platform/command';
import { quizCommands } from './quiz';
import { releaseCommands } from './release';
import { partCommands } from './sharing';

/** Every command that can be called over HTTP, by name. */
export const commands: ReadonlyMap<string, Command> = new Map(
  Object.entries({
    ...assignmentCommands,
    ...calendarCommands,
    ...certificateCommands,
    ...enrolmentCommands,
    ...exchangeCommands,
    ...gradebookCommands,
    ...learningCommands,
    ...liveCommands,
    ...mediaCommands,
    ...sharingCommands,
    ...messageCommands,
    ...outlineCommands,
    ...partCommands,
    ...peopleCommands,
    ...bankCommands,
    ...quizCommands,
    ...releaseCommands,
  }) as [string, Command][],
);
