/** Filters people keep, paths that moved, content that was removed, tokens for scripts. */
export const placement = {
  name: "002-placement",
  statements: [
    `CREATE TABLE saved_filter (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, account text NOT NULL REFERENCES account ON DELETE CASCADE,
      name text NOT NULL, query text NOT NULL, PRIMARY KEY (site, account, name))`,
    `CREATE TABLE moved_path (
      site text NOT NULL, path text NOT NULL, entry text NOT NULL, PRIMARY KEY (site, path),
      FOREIGN KEY (site, entry) REFERENCES entry (site, id) ON DELETE CASCADE)`,
    `CREATE INDEX moved_path_entry ON moved_path (site, entry)`,
    // what points at a row is looked for when the row goes
    `CREATE INDEX entry_parent ON entry (site, parent)`,
    `CREATE INDEX entry_author ON entry (site, author)`,
    `CREATE INDEX entry_term_term ON entry_term (site, term)`,
    `CREATE INDEX term_parent ON term (site, parent)`,
    `CREATE TABLE removed_content (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, label text NOT NULL, body jsonb NOT NULL,
      author text NOT NULL, at timestamptz NOT NULL, PRIMARY KEY (site, id))`,
    `CREATE TABLE api_token (
      id text PRIMARY KEY, site text NOT NULL, account text NOT NULL, name text NOT NULL,
      hash text NOT NULL UNIQUE, created_at timestamptz NOT NULL, used_at timestamptz,
      FOREIGN KEY (site, account) REFERENCES membership (site, account) ON DELETE CASCADE)`,
  ],
} as const;
