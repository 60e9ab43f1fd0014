/** Links to the draft of a site for someone without an account: only hashes are kept, each for one site, for some days. */
export const draftLink = {
  name: "008-draft-link",
  statements: [
    `CREATE TABLE draft_link (
      id text PRIMARY KEY, hash text NOT NULL UNIQUE, site text NOT NULL REFERENCES site ON DELETE CASCADE,
      account text NOT NULL REFERENCES account ON DELETE CASCADE, name text NOT NULL,
      created_at timestamptz NOT NULL, ends_at timestamptz NOT NULL, used_at timestamptz)`,
    "CREATE INDEX draft_link_of ON draft_link (site, ends_at)",
  ],
} as const;
