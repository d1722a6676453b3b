import type { Temporal } from '../src/core/kernel/time';
import { usualChoices } from '../src/core/message';
import { commands } from '../src/server/commands';
import { openPost, sendSome } from '../src/server/message';
import { lookAtForgotten, lookAtSome } from '../src/server/release';

/** Looked at every so many hours, for so many days. */
const hours = 6;
const days = 80;

/** Two learners who have chosen otherwise than most: results of quizzes not at all; everything once a day. */
const choices = [
  { ...usualChoices, off: ['quiz-result'] },
  { ...usualChoices, daily: '17:00' },
];

/** Goes through the days before today as workers would have, so that the outbox is that of a school at work. */
export async function seedMessages(learnerIds: readonly string[], today: Temporal.Instant): Promise<void> {
  for (const [i, own] of choices.entries())
    await commands
      .get('message.choose')
      ?.run({ id: learnerIds[i] ?? '', role: 'learner', courses: {} }, { choices: own });
  const post = await openPost();
  const first = today.subtract({ hours: 24 * days });
  for (let passed = 0; passed <= 24 * days; passed += hours) {
    const now = first.add({ hours: passed });
    await lookAtForgotten(now);
    while ((await lookAtSome(now)) > 0);
    while (((await sendSome(post, now)) ?? 0) > 0);
  }
  await post.stop();
}
