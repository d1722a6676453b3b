import { pool } from './database';

export const databaseAnswers = (): Promise<boolean> =>
  pool()
    .query('select 1')
    .then(
      () => true,
      () => false,
    );
