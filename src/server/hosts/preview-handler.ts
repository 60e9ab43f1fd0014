import type { IncomingMessage, ServerResponse } from "node:http";
import { attributes, html } from "../../core/render/html";
import { plainAnswer, ranged, send } from "./answer";
import { studioOrigin } from "./host-names";
import { answerLive, isLivePath } from "./live-handler";
import { sharedFile } from "./shared-files";

/** The preview host: an empty shell the studio fills by messages, and the files it shows. Site data is served here only to those who look at the live site from the studio. */
export const handlePreview = async (
  site: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> => {
  if (request.method !== "GET" && request.method !== "HEAD")
    return send(response, plainAnswer(405, "GET and HEAD only."));
  const url = new URL(`http://preview${request.url ?? "/"}`);
  const { pathname } = url;
  if (isLivePath(pathname))
    return send(response, await answerLive(site, url, request), request.method === "GET");
  if (pathname === "/") return send(response, shell(), request.method === "GET");
  const file = await sharedFile(site, pathname);
  const answer = file ? ranged(file, request.headers.range) : plainAnswer(404, "There is nothing here.");
  send(response, answer, request.method === "GET");
};

const shell = () => ({
  status: 200,
  headers: {
    "Content-Type": "text/html; charset=utf-8",
    "Cache-Control": "no-cache",
    "Content-Security-Policy": `default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; img-src 'self'; media-src 'self'; font-src 'self'; form-action 'none'; base-uri 'none'; frame-ancestors ${studioOrigin()}`,
  },
  body: html`<!doctype html>
<html lang="en"${attributes({ "data-studio": studioOrigin() })}>
<head><meta charset="utf-8"><title>Preview</title><meta name="viewport" content="width=device-width, initial-scale=1"><style id="values"></style><style id="marks"></style>
<script src="/_assets/morphdom.js"></script><script src="/_assets/shell.js" defer></script></head>
<body></body>
</html>
`.text,
});
