export { assignmentSettingsSchema, checkFileCount, checkText, dueText, lateness, mayHandIn } from './rules';
export { type AssignmentSettings, checkMark, type HandInState, handInStateText, type Mark } from './types';
