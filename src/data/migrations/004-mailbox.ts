/** The stand-in mailbox: who signed up by a form of a site, once for each list. */
export const mailbox = {
  name: "004-mailbox",
  statements: [
    `CREATE TABLE sign_up (
      site text NOT NULL REFERENCES site ON DELETE CASCADE, list text NOT NULL, address text NOT NULL,
      consent text NOT NULL, at timestamptz NOT NULL, PRIMARY KEY (site, list, address))`,
    "CREATE INDEX sign_up_time ON sign_up (site, at)",
  ],
} as const;
