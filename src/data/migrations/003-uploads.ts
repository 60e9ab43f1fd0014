/** Pictures on their way in: what was sent, how far the job is, what became of it. */
export const uploads = {
  name: "003-uploads",
  statements: [
    `CREATE TABLE upload (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, account text NOT NULL,
      name text NOT NULL, hash text NOT NULL, replaces text, state text NOT NULL, detail text NOT NULL DEFAULT '',
      picture text, at timestamptz NOT NULL, PRIMARY KEY (site, id))`,
    "CREATE INDEX upload_account ON upload (site, account, at)",
  ],
} as const;
