export function workerWords(dev?: boolean): string[];
