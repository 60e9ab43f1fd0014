/** An edition that waits for its time may be put off: it stays in the history, and never goes live by itself. */
export const putOff = {
  name: "009-put-off",
  statements: ["ALTER TABLE edition ADD COLUMN put_off_at timestamptz"],
} as const;
