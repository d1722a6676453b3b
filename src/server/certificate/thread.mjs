import { register } from 'tsx/esm/api';

// A thread begins with what the platform itself can read; from here on it reads TypeScript.
register();
await import('./program.ts');
