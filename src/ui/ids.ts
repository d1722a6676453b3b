import { v7 } from 'uuid';

/** An id for something made here and now, so that sending it twice makes one. */
export const newId = (): string => v7();
