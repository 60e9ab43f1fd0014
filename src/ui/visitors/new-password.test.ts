import { describe, expect, it } from "vitest";
import { newPassword } from "./new-password";

const from = (make: (call: number) => Uint8Array) => {
  let call = 0;
  return (bytes: Uint8Array) => {
    bytes.set(make(call++).subarray(0, bytes.length));
    return bytes;
  };
};

describe("a password to hand over", () => {
  it("is four groups of four signs nobody mistakes", () => {
    for (let round = 0; round < 200; round += 1)
      expect(newPassword()).toMatch(/^([a-hjkmnp-z2-9]{4}-){3}[a-hjkmnp-z2-9]{4}$/);
  });
  it("leaves out bytes that would make some signs likelier than others", () => {
    const high = new Uint8Array(32).fill(255);
    const low = new Uint8Array(32).fill(3);
    expect(newPassword(from((call) => (call === 0 ? high : low)))).toBe("dddd-dddd-dddd-dddd");
  });
});
