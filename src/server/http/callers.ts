import type { IncomingMessage } from "node:http";
import { isIPv6 } from "node:net";
import { readEnvironment } from "../../data/environment";

/** Where a request comes from, as limits count it. Set by the server that owns the port; what a client says of it is dropped. */
export const CALLER_HEADER = "x-gray-latch-caller";

/**
 * The address of whoever asks: the socket's, or with trusted proxies in front the hop that the outermost of them added.
 * Each proxy appends the address it was called from, so of n the n-th from the right is the last one nobody could forge.
 */
export const callerOf = ({ headers, socket }: Pick<IncomingMessage, "headers" | "socket">): string => {
  const { TRUSTED_PROXIES } = readEnvironment();
  const own = socket.remoteAddress ?? "local";
  if (TRUSTED_PROXIES === 0) return counted(own);
  const said = headers["x-forwarded-for"];
  const hops = (Array.isArray(said) ? said.join(",") : (said ?? ""))
    .split(",")
    .map((hop) => hop.trim())
    .filter((hop) => hop !== "");
  return counted(hops.at(-TRUSTED_PROXIES) ?? own);
};

/** One household has one IPv4 address, but 2^64 of IPv6 (RFC 6177 §2): those count as one. */
const counted = (address: string): string => {
  const bare = address.replace(/^\[(.*)\](:\d+)?$/, "$1").replace(/^(\d+\.\d+\.\d+\.\d+):\d+$/, "$1");
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(bare)?.[1];
  if (mapped) return mapped;
  return isIPv6(bare) ? `${networkOf(bare)}::/64` : bare.slice(0, 60);
};

const networkOf = (address: string): string => {
  const [head = "", tail] = (address.split("%")[0] as string).toLowerCase().split("::");
  const [first, last] = [head, tail ?? ""].map((part) => (part === "" ? [] : part.split(":")));
  const missing = tail === undefined ? 0 : 8 - (first?.length ?? 0) - (last?.length ?? 0);
  const groups = [...(first ?? []), ...Array<string>(Math.max(0, missing)).fill("0"), ...(last ?? [])];
  return groups
    .slice(0, 4)
    .map((group) => group.replace(/^0+(?=.)/, ""))
    .join(":");
};
