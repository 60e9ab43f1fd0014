/** Which entries the ones before and after are looked for among, and in which order. */
export interface Around {
  /** Those of its kind, or those that are about its first topic. */
  readonly among: "kind" | "topic";
  readonly sort: "date" | "start" | "title" | "own";
}

export interface Neighbours<Entry> {
  /** The one that is earlier, or whose name or place comes first. */
  readonly before: Entry | null;
  readonly after: Entry | null;
}
