import { Agent, request } from 'node:http';
import { eq } from 'drizzle-orm';
import { samplePassword } from '../../../demo/people';
import { answerTo } from '../../../demo/questions';
import { type FiguredSitting, quizFigures, scoreAnswer } from '../../core/quiz';
import { course, editionDocument } from '../../server/outline';
import { hashPassword, insertPerson } from '../../server/people';
import { config } from '../../server/platform/config';
import { database, transaction } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { enrolment, sitting } from '../../server/platform/schema';
import { quantile, row } from './figures';
import { signedIn } from './sign-in';

const learners = 500;
const everySeconds = 5;
const seconds = 30;

const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();

type Sitter = { readonly cookie: string; readonly sittingId: string };

/** Five hundred people who are enrolled and sit the same quiz, each signed in. */
async function sitters() {
  const db = database();
  const [stream] = await db.select().from(course).where(eq(course.slug, 'stream-survey'));
  const editionId = stream?.liveEditionId ?? '';
  const document = await editionDocument(db, editionId);
  const lesson = document?.sections.flatMap((one) => one.lessons).find((one) => one.title === 'Work out the discharge');
  if (!stream || !lesson) throw new Error('The sample course is not there.');
  const hash = await hashPassword(samplePassword);
  const people: { readonly email: string; readonly sittingId: string }[] = [];
  for (let i = 0; i < learners; i += 1) {
    const email = `sitter${i}@post.example`;
    const sittingId = newId();
    await transaction(async (tx) => {
      const id = await insertPerson(tx, { name: `Sitter ${i}`, email, role: 'learner', passwordHash: hash });
      const enrolmentId = newId();
      await tx.db
        .insert(enrolment)
        .values({ id: enrolmentId, courseId: stream.id, learnerId: id, at: ago(90 * 24 * 60) });
      await tx.db.insert(sitting).values({
        ...{ id: sittingId, enrolmentId, learnerId: id, courseId: stream.id, lessonId: lesson.id, editionId },
        ...{ number: 1, startedAt: ago(1) },
      });
    });
    people.push({ email, sittingId });
  }
  const found: Sitter[] = [];
  const waiting = [...people];
  const next = async (): Promise<void> => {
    for (let one = waiting.pop(); one; one = waiting.pop())
      found.push({ cookie: await signedIn(one.email), sittingId: one.sittingId });
  };
  await Promise.all(Array.from({ length: 8 }, next));
  return { found, questions: lesson.questions };
}

/** Sends a command over a connection that stays open, as cheaply as can be: it shares the machine with what is measured. */
function post(agent: Agent, command: string, cookie: string, input: object): Promise<number> {
  const text = JSON.stringify(input);
  const { address } = config;
  return new Promise((resolve, reject) => {
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) };
    const asked = request(
      `${address}/api/do/${command}`,
      { agent, method: 'POST', headers: { ...headers, origin: address, cookie } },
      (answer) => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode ?? 0));
      },
    );
    asked.on('error', reject);
    asked.end(text);
  });
}

/** Five hundred learners who each save an answer every five seconds, for half a minute. */
export async function saves(): Promise<void> {
  const { found, questions } = await sitters();
  const took: number[] = [];
  let refused = 0;
  const agent = new Agent({ keepAlive: true });
  const save = async ({ cookie, sittingId }: Sitter, round: number, isMeasured: boolean) => {
    const question = questions[round % questions.length];
    if (!question) return;
    const body = {
      ...{ sittingId, questionId: question.id, answer: answerTo(question, true, 0.5) },
      ...{ spent: 5000 * (round + 1), given: Date.now() },
    };
    const start = performance.now();
    const status = await post(agent, 'quiz.answer', cookie, body);
    if (isMeasured) took.push(performance.now() - start);
    if (status !== 200) refused += 1;
  };
  const begin = performance.now();
  const gap = (everySeconds * 1000) / learners;
  const all: Promise<void>[] = [];
  // Each save goes out at its moment, whether those before it have come back or not.
  const count = (learners * seconds) / everySeconds;
  // The first tenth is for warming up, as everywhere here.
  for (let i = -count / 10; i < count; i += 1) {
    const due = begin + (i + count / 10) * gap - performance.now();
    if (due > 0) await new Promise((resolve) => setTimeout(resolve, due));
    const one = found[(i + count) % found.length];
    if (one) all.push(save(one, Math.floor((i + count) / found.length), i >= 0));
  }
  await Promise.all(all);
  agent.destroy();
  if (refused > 0) throw new Error(`${refused} of ${took.length} saves were refused.`);
  const stated = { what: 'the bound', value: 150 };
  console.log(`  ${took.length} saves of ${learners} learners, p50 ${quantile(took, 0.5).toFixed(1)} ms`);
  row({ what: 'an answer is kept, p99', value: quantile(took, 0.99), unit: 'ms', beside: stated, most: 1 });
}

/** The figures of 5,000 papers with 60 questions. */
export async function figures(): Promise<void> {
  const options = ['a', 'b', 'c', 'd'].map((id) => ({ id, text: id, right: id === 'a', feedback: '' }));
  const questions = Array.from({ length: 60 }, (_, i) => ({
    ...{
      id: `q${i}`,
      kind: 'one' as const,
      prompt: `Question ${i}`,
      category: '',
      points: 1000,
      media: null,
      hint: '',
    },
    ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '' },
    body: { options: options.map((one) => ({ ...one })) },
  }));
  // A spread of abilities, and answers that depend on them: the same ones each time.
  let state = 12_345;
  const random = () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 2_147_483_648;
  };
  const sittings: FiguredSitting[] = Array.from({ length: 5000 }, (_, s) => {
    const ability = 0.25 + random() * 0.7;
    const picks = questions.map(() => (random() < ability ? 'a' : (['b', 'c', 'd'][Math.floor(random() * 3)] ?? 'b')));
    const right = picks.filter((pick) => pick === 'a').length;
    return {
      ...{ id: `s${s}`, learner: `l${s}`, number: 1, paper: 0, points: right * 1000, of: 60_000 },
      ...{ passed: right > 36, seconds: 1800, ranOut: false, spent: {}, marks: {} },
      answers: Object.fromEntries(picks.map((pick, i) => [`q${i}`, JSON.stringify({ chosen: [pick] })])),
    };
  });
  const took: number[] = [];
  for (let i = 0; i < 4; i += 1) {
    const start = performance.now();
    const found = quizFigures({ papers: [{ questions, decimals: 'point' }], sittings });
    took.push(performance.now() - start);
    if (found.questions.length !== 60) throw new Error('Not every question has figures.');
  }
  const scored = performance.now();
  for (const question of questions) for (let i = 0; i < 100; i += 1) scoreAnswer(question, { chosen: ['a'] });
  console.log(`  6,000 answers scored one by one: ${(performance.now() - scored).toFixed(0)} ms`);
  row({
    ...{ what: 'figures of 5,000 papers with 60 questions', value: quantile(took.slice(1), 0.5), unit: 'ms' },
    ...{ beside: { what: 'the bound', value: 1000 }, most: 1 },
  });
}
