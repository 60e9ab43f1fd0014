import type { IncomingMessage } from "node:http";
import { publicOrigin } from "../http/host-names";

/** Forms of a public site, as they come in. */

const MOST_BYTES = 4096;

export type Posted = Pick<IncomingMessage, "headers"> & AsyncIterable<Uint8Array>;

/** A form as it came in, read before anything is asked of it; of one that is too much no more than tells that. */
export const received = async (request: IncomingMessage): Promise<Posted> => {
  const chunks: Uint8Array[] = [];
  let size = 0;
  // what is not read is let go later: the answer is still to be heard
  for await (const chunk of request.iterator({ destroyOnReturn: false })) {
    size += chunk.length;
    chunks.push(chunk);
    if (size > MOST_BYTES) break;
  }
  return {
    headers: request.headers,
    async *[Symbol.asyncIterator]() {
      yield* chunks;
    },
  };
};

/** What a form sends; null if it is more than a form of ours would. */
export const readForm = async (request: AsyncIterable<Uint8Array>): Promise<URLSearchParams | null> => {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request) {
    size += chunk.length;
    if (size > MOST_BYTES) return null;
    chunks.push(chunk);
  }
  return new URLSearchParams(Buffer.concat(chunks).toString("utf8"));
};

/** Whether a form was sent from a page of another site: browsers say so. */
export const isForeign = (site: string, { headers }: Pick<Posted, "headers">): boolean => {
  const { origin, "sec-fetch-site": relation } = headers;
  return (
    (origin !== undefined && origin !== publicOrigin(site)) ||
    (relation !== undefined && relation !== "same-origin" && relation !== "none")
  );
};

/** The path of this site a person came from, to lead back to; the front page if it is not told. */
export const cameFrom = (site: string, referer: string | undefined): string => {
  if (!referer || !URL.canParse(referer)) return "/";
  const url = new URL(referer);
  if (url.origin !== publicOrigin(site)) return "/";
  // two slashes at the front would lead to another host
  return url.pathname.replace(/^\/+/, "/") + url.search;
};
