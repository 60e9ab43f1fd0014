/** What a browser calls a change: sent again because no answer came, it is known for the same one. */
export const changeKey = {
  name: "007-change-key",
  statements: [
    "ALTER TABLE change ADD COLUMN key text",
    "CREATE UNIQUE INDEX change_by_key ON change (site, author, key) WHERE key IS NOT NULL",
  ],
} as const;
