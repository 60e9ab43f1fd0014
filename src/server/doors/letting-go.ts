import type { IncomingMessage, ServerResponse } from "node:http";

/** How long, and how much more, of what nobody wants to read is let in so that the answer is still heard. */
const LINGER_MS = 2000;
const LINGER_BYTES = 8 * 1024 * 1024;

/**
 * An answer may be given before all was read. What still comes is thrown away for a moment, for a connection that is
 * closed at once may take the answer with it (RFC 9112 §9.6); then the connection ends.
 */
export const letGo = (request: IncomingMessage, response: ServerResponse): void => {
  const { "content-length": length = "0", "transfer-encoding": coding } = request.headers;
  if (length === "0" && coding === undefined) return;
  const writeHead = response.writeHead.bind(response) as (...given: unknown[]) => ServerResponse;
  response.writeHead = ((...given: unknown[]) => {
    // nobody sends another request after this one
    if (!request.complete) response.setHeader("Connection", "close");
    return writeHead(...given);
  }) as typeof response.writeHead;
  response.on("finish", () => {
    if (request.complete) return;
    const { socket } = request;
    const end = () => socket.destroy();
    const timer = setTimeout(end, LINGER_MS);
    let size = 0;
    socket.once("close", () => clearTimeout(timer));
    request.removeAllListeners("readable");
    request.on("data", (chunk: Buffer) => {
      size += chunk.length;
      if (size > LINGER_BYTES) end();
    });
    request.once("end", () => socket.end());
    request.resume();
  });
};
