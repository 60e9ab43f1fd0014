/** The first tables. Composite keys `(site, …)` everywhere: nothing of one site can point into another. */
export const start = {
  name: "001-start",
  statements: [
    `CREATE TABLE account (
      id text PRIMARY KEY, email text NOT NULL UNIQUE, name text NOT NULL, password_hash text NOT NULL)`,
    `CREATE TABLE session (
      id_hash text PRIMARY KEY, account text NOT NULL REFERENCES account ON DELETE CASCADE, expires_at timestamptz NOT NULL)`,
    `CREATE TABLE sign_in_try (key text NOT NULL, at timestamptz NOT NULL)`,
    `CREATE INDEX sign_in_try_key ON sign_in_try (key, at)`,
    `CREATE TABLE site (
      id text PRIMARY KEY CHECK (id ~ '^[a-z][a-z0-9-]*$'), settings jsonb NOT NULL,
      content_rev integer NOT NULL DEFAULT 1, design_rev integer NOT NULL DEFAULT 0)`,
    `CREATE TABLE membership (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, account text NOT NULL REFERENCES account ON DELETE CASCADE,
      role text NOT NULL CHECK (role IN ('owner','builder','editor','viewer')), PRIMARY KEY (site, account))`,
    `CREATE TABLE kind (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, position integer NOT NULL, body jsonb NOT NULL,
      PRIMARY KEY (site, id))`,
    `CREATE TABLE grouping (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, position integer NOT NULL, body jsonb NOT NULL,
      PRIMARY KEY (site, id))`,
    `CREATE TABLE author (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, position integer NOT NULL, body jsonb NOT NULL,
      PRIMARY KEY (site, id))`,
    `CREATE TABLE term (
      site text NOT NULL, id text NOT NULL, grouping text NOT NULL, parent text, position integer NOT NULL DEFAULT 0,
      name text NOT NULL, slug text NOT NULL, description text NOT NULL DEFAULT '',
      PRIMARY KEY (site, id),
      FOREIGN KEY (site, grouping) REFERENCES grouping ON DELETE CASCADE,
      FOREIGN KEY (site, parent) REFERENCES term (site, id))`,
    `CREATE UNIQUE INDEX term_slug ON term (site, grouping, coalesce(parent, ''), slug)`,
    `CREATE TABLE entry (
      site text NOT NULL, id text NOT NULL, kind text NOT NULL, parent text, path text NOT NULL, title text NOT NULL,
      summary text NOT NULL, medium text NOT NULL, author text, access text NOT NULL, position integer NOT NULL,
      published_on timestamptz, starts_at timestamptz, ends_at timestamptz, fields jsonb NOT NULL, picture text,
      body jsonb NOT NULL, words text NOT NULL,
      PRIMARY KEY (site, id),
      FOREIGN KEY (site, kind) REFERENCES kind (site, id),
      FOREIGN KEY (site, author) REFERENCES author (site, id),
      FOREIGN KEY (site, parent) REFERENCES entry (site, id) DEFERRABLE INITIALLY DEFERRED)`,
    `CREATE UNIQUE INDEX entry_path ON entry (site, path)`,
    `CREATE INDEX entry_kind ON entry (site, kind, published_on)`,
    `CREATE TABLE entry_term (
      site text NOT NULL, entry text NOT NULL, term text NOT NULL,
      PRIMARY KEY (site, entry, term),
      FOREIGN KEY (site, entry) REFERENCES entry (site, id) ON DELETE CASCADE,
      FOREIGN KEY (site, term) REFERENCES term (site, id) ON DELETE CASCADE)`,
    `CREATE TABLE blob (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, hash text NOT NULL, body jsonb NOT NULL, PRIMARY KEY (site, hash))`,
    `CREATE TABLE document (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, kind text NOT NULL, rev integer NOT NULL,
      body jsonb NOT NULL, hash text NOT NULL, PRIMARY KEY (site, id))`,
    `CREATE TABLE edition (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, seq integer NOT NULL, base integer,
      goes_live_at timestamptz NOT NULL, author text NOT NULL, note text NOT NULL DEFAULT '',
      reason text NOT NULL DEFAULT 'publish', created_at timestamptz NOT NULL, PRIMARY KEY (site, seq))`,
    `CREATE INDEX edition_live ON edition (site, goes_live_at DESC, seq DESC)`,
    `CREATE TABLE edition_item (
      site text NOT NULL, edition integer NOT NULL, document text NOT NULL, kind text NOT NULL, hash text NOT NULL,
      PRIMARY KEY (site, edition, document),
      FOREIGN KEY (site, edition) REFERENCES edition (site, seq) ON DELETE CASCADE,
      FOREIGN KEY (site, hash) REFERENCES blob (site, hash))`,
    `CREATE TABLE change (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, rev integer NOT NULL, operations jsonb NOT NULL,
      inverse jsonb NOT NULL, terms jsonb NOT NULL DEFAULT '[]', author text NOT NULL, label text NOT NULL,
      state text NOT NULL DEFAULT 'done', at timestamptz NOT NULL, PRIMARY KEY (site, rev))`,
    `CREATE TABLE file (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, hash text NOT NULL, variant text NOT NULL, type text NOT NULL,
      size integer NOT NULL, PRIMARY KEY (site, hash, variant))`,
    `CREATE TABLE file_chunk (
      site text NOT NULL, hash text NOT NULL, variant text NOT NULL, position integer NOT NULL, bytes bytea NOT NULL,
      PRIMARY KEY (site, hash, variant, position),
      FOREIGN KEY (site, hash, variant) REFERENCES file ON DELETE CASCADE)`,
  ],
} as const;
