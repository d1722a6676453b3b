import { nameSum } from '../name-sum';

/**
 * The id of a part of a new question: the same wherever the question is made, and without a sign of which part it is.
 * What is right is often written first, and learners' browsers have these ids.
 */
export const partId = (questionId: string, part: number): string => (nameSum(part, questionId) >>> 0).toString(36);
