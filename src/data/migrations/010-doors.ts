/**
 * Tries at what is limited, counted before the work; since when nothing uses a file; names of revisions that are not
 * met again in a database that was restored; sessions that end when they are idle.
 */
export const doors = {
  name: "010-doors",
  statements: [
    "DROP TABLE sign_in_try",
    `CREATE TABLE attempt (
      door text NOT NULL, who text NOT NULL, free_at timestamptz NOT NULL, PRIMARY KEY (door, who))`,
    "CREATE INDEX attempt_over ON attempt (free_at)",
    "ALTER TABLE file ADD COLUMN unused_since timestamptz",
    "ALTER TABLE site ADD COLUMN content_key text NOT NULL DEFAULT gen_random_uuid()::text",
    "ALTER TABLE site ADD COLUMN design_key text NOT NULL DEFAULT gen_random_uuid()::text",
    "ALTER TABLE edition ADD COLUMN key text NOT NULL DEFAULT gen_random_uuid()::text",
    "ALTER TABLE upload ADD COLUMN beat_at timestamptz",
    // links and looks end with the membership of who made them, and do not come back with it
    "DELETE FROM draft_link WHERE (site, account) NOT IN (SELECT site, account FROM membership)",
    `ALTER TABLE draft_link ADD CONSTRAINT draft_link_member
      FOREIGN KEY (site, account) REFERENCES membership (site, account) ON DELETE CASCADE`,
    "DELETE FROM pointing WHERE (site, account) NOT IN (SELECT site, account FROM membership)",
    `ALTER TABLE pointing ADD CONSTRAINT pointing_member
      FOREIGN KEY (site, account) REFERENCES membership (site, account) ON DELETE CASCADE`,
    "CREATE INDEX document_kind ON document (site, kind, rev)",
    "CREATE INDEX change_at ON change (site, at)",
    "ALTER TABLE session ADD COLUMN used_at timestamptz NOT NULL DEFAULT now()",
    "ALTER TABLE visitor_session ADD COLUMN used_at timestamptz NOT NULL DEFAULT now()",
  ],
} as const;
