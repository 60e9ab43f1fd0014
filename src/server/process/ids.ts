import { randomBytes, randomUUID } from "node:crypto";
import type { NewIds } from "../../core/placement/proposals";

const ALPHABET = "abcdefghijkmnpqrstuvwxyz23456789";

/** Short random ids: 12 letters of a 32-letter alphabet, 60 bits. */
export const newIds: NewIds = {
  id: () => [...randomBytes(12)].map((byte) => ALPHABET[byte % 32]).join(""),
  uuid: () => randomUUID(),
};
