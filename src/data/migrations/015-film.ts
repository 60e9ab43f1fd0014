/** The film or the sound of an entry. */
export const film = {
  name: "015-film",
  statements: ["ALTER TABLE entry ADD COLUMN film jsonb"],
} as const;
