/** How something can close again. */
export const closingKinds = ['after-opening', 'after-start', 'on-date'] as const;
