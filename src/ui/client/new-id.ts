const ALPHABET = "abcdefghijkmnpqrstuvwxyz23456789";

/** An id for a node made in the browser: 12 letters of 32, as the server makes them. */
export const newNodeId = (): string =>
  [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => ALPHABET[byte % 32]).join("");
