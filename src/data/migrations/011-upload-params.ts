/** What the sentence of what became of an upload needs besides its code. */
export const uploadParams = {
  name: "011-upload-params",
  statements: ["ALTER TABLE upload ADD COLUMN params jsonb"],
} as const;
