/** When an entry was changed last, where that is known; and the pictures it has beside its main one. */
export const changedOn = {
  name: "014-changed-on",
  statements: [
    "ALTER TABLE entry ADD COLUMN changed_on timestamptz",
    "ALTER TABLE entry ADD COLUMN pictures jsonb NOT NULL DEFAULT '[]'",
  ],
} as const;
