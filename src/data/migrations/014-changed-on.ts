/** When an entry was changed last, where that is known. */
export const changedOn = {
  name: "014-changed-on",
  statements: ["ALTER TABLE entry ADD COLUMN changed_on timestamptz"],
} as const;
