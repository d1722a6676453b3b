export type DatabaseServer = {
  address(database: string): string;
  readonly pid: number | undefined;
  stop(): Promise<void>;
};
export function startDatabase(
  data: string,
  onGiveUp?: (sentence: string) => void,
  options?: { durable?: boolean },
): Promise<DatabaseServer>;
export function ensureDatabase(server: DatabaseServer, name: string): Promise<boolean>;
