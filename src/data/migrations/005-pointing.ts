/**
 * Tokens with which the live site is looked at from the studio: only hashes are kept, each for one account and one site.
 * And the wish of an entry not to be in menus.
 */
export const pointing = {
  name: "005-pointing",
  statements: [
    `CREATE TABLE pointing (
      hash text PRIMARY KEY, site text NOT NULL REFERENCES site ON DELETE CASCADE,
      account text NOT NULL REFERENCES account ON DELETE CASCADE, ends_at timestamptz NOT NULL)`,
    "ALTER TABLE entry ADD COLUMN in_menus boolean NOT NULL DEFAULT true",
  ],
} as const;
