/** Letters and digits that nobody mistakes for one another. */
const SIGNS = "abcdefghjkmnpqrstuvwxyz23456789";
const GROUPS = 4;
const GROUP = 4;

type Random = (bytes: Uint8Array<ArrayBuffer>) => Uint8Array;

/** A password to hand to a person: 16 signs of 31, nearly 80 bits, in groups that can be read aloud. */
export const newPassword = (random: Random = (bytes) => crypto.getRandomValues(bytes)): string => {
  const found: string[] = [];
  while (found.length < GROUPS * GROUP)
    // 248 is the greatest multiple of 31 a byte holds: beyond it some signs would come more often
    for (const byte of random(new Uint8Array(32)))
      if (byte < 248 && found.length < GROUPS * GROUP) found.push(SIGNS[byte % SIGNS.length] as string);
  return Array.from({ length: GROUPS }, (_, at) => found.slice(at * GROUP, (at + 1) * GROUP).join("")).join(
    "-",
  );
};
