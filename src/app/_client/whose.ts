let personId = '';

/** Says whose browser this is until another page is loaded whole: several people may use one, one after another. */
export const isBrowserOf = (id: string): void => {
  personId = id;
};

/** Nobody, on pages that do not know. */
export const whoseBrowser = (): string => personId;
