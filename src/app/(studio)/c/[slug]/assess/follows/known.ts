/** What conditions and deeds can name. */
export type Known = {
  readonly sections: readonly {
    readonly id: string;
    readonly title: string;
    readonly lessons: readonly { readonly id: string; readonly title: string; readonly isLive: boolean }[];
  }[];
  readonly courses: readonly {
    readonly id: string;
    readonly title: string;
    readonly cohorts: readonly { readonly id: string; readonly name: string }[];
  }[];
  readonly categories: readonly string[];
  readonly hasPassMark: boolean;
};
