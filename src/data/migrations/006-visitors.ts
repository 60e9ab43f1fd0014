/** Accounts of those who visit a site: a small stand-in for what a site may have elsewhere. They are not the studio's. */
export const visitors = {
  name: "006-visitors",
  statements: [
    `CREATE TABLE visitor (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, id text NOT NULL, email text NOT NULL, name text NOT NULL,
      level text NOT NULL, password_hash text NOT NULL, created_at timestamptz NOT NULL,
      PRIMARY KEY (site, id), UNIQUE (site, email))`,
    `CREATE TABLE visitor_session (
      id_hash text PRIMARY KEY, site text NOT NULL, visitor text NOT NULL, expires_at timestamptz NOT NULL,
      FOREIGN KEY (site, visitor) REFERENCES visitor (site, id) ON DELETE CASCADE)`,
    "CREATE INDEX visitor_session_of ON visitor_session (site, visitor)",
  ],
} as const;
