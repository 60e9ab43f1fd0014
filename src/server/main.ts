import { randomBytes, randomUUID } from "node:crypto";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import next from "next";
import { closeDatabase, isDatabaseAway } from "../data/database";
import { readEnvironment } from "../data/environment";
import { letGo } from "./doors/letting-go";
import { HEALTH_PATH, health, READY_PATH, readiness } from "./doors/readiness";
import { handleRoute, isStudioRoute } from "./doors/studio-routes";
import { closeDecoders } from "./files/decoding";
import { sweepScratch } from "./files/scratch";
import { handlePreview } from "./hosts/preview-handler";
import { answerVisitor, handleSite } from "./hosts/site-handler";
import { plainAnswer, send } from "./http/answer";
import { CALLER_HEADER, callerOf } from "./http/callers";
import { REQUEST_HEADER, RETRY_AFTER } from "./http/headers";
import { previewOrigin, publicOrigin, readHost, studioOrigin } from "./http/host-names";
import { endOnChange, endWithParent, onStop } from "./process/lifetime";
import { log } from "./process/log";
import { stopUnlessMigrated } from "./process/start-check";
import { makeAllReady, standBy } from "./site/standing-by";

/** The one server that owns the port. It looks at the host first: studio, public site, preview shell, or nobody's. */

/** The studio loads nothing from elsewhere, frames only previews, and is framed by nobody. Its inline scripts bear the nonce of their page. */
const studioPolicy = (nonce: string, dev: boolean): string =>
  [
    "default-src 'self'",
    // WebAssembly compiles: the shaper that measures texts; no script does
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${dev ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${dev ? " ws:" : ""}`,
    "worker-src 'self' blob:",
    `frame-src ${previewOrigin("*").replace("*--preview", "*")}`,
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "object-src 'none'",
  ].join("; ");

type Handle = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

/** The studio's pages and calls. Where a request comes from, and its number, are said by us and nobody else. */
const studioHandler =
  (handleStudio: Handle, dev: boolean): Handle =>
  (request, response) => {
    const policy = studioPolicy(randomBytes(16).toString("base64"), dev);
    // the framework reads the nonce here and writes it into its scripts
    request.headers["content-security-policy"] = policy;
    response.setHeader("Content-Security-Policy", policy);
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("Referrer-Policy", "same-origin");
    if (readEnvironment().PUBLIC_SCHEME === "https")
      response.setHeader("Strict-Transport-Security", "max-age=31536000");
    request.headers[CALLER_HEADER] = callerOf(request);
    return isStudioRoute(request.url?.split("?")[0] ?? "")
      ? handleRoute(request, response)
      : handleStudio(request, response);
  };

/** So long a process makes sites ready before it says to be ready itself. */
const READY_WITHIN_MS = 15_000;

const start = async (): Promise<void> => {
  const { PORT, LISTEN_HOST } = readEnvironment();
  const dev = process.argv.includes("--dev");
  const studio = next({ dev, dir: process.cwd(), hostname: "localhost", port: PORT });
  await studio.prepare();
  const handleStudio = studioHandler(studio.getRequestHandler(), dev);

  const handle: Handle = async (request, response) => {
    // a proxy's absolute form and `*` are not for us (RFC 9112 §3.2)
    if (!request.url?.startsWith("/"))
      return send(response, plainAnswer(400, "Ask for a path that begins with a slash."));
    const host = readHost(request.headers.host);
    if (!host) return send(response, plainAnswer(421, "This server does not answer for that host."));
    if (host.is === "site") return handleSite(host.site, request, response);
    if (host.is === "preview") return handlePreview(host.site, request, response);
    if (request.url === HEALTH_PATH) return send(response, health());
    if (request.url === READY_PATH) return send(response, await readiness());
    return handleStudio(request, response);
  };

  const server = createServer({ headersTimeout: 20_000 }, (request, response) => {
    const id = randomUUID();
    request.headers[REQUEST_HEADER] = id;
    response.setHeader("X-Request-Id", id);
    letGo(request, response);
    handle(request, response).catch((error: unknown) => {
      const isAway = isDatabaseAway(error);
      log()[isAway ? "warn" : "error"](
        { error, request: id, path: request.url?.split("?")[0] },
        "request failed",
      );
      if (response.headersSent) response.destroy();
      else if (!isAway)
        void send(response, plainAnswer(500, "Something went wrong here. It has been noted."));
      else {
        response.setHeader("Retry-After", RETRY_AFTER);
        void send(
          response,
          plainAnswer(503, "This cannot be answered just now. Please come again in a moment."),
        );
      }
    });
  });
  if (dev) {
    server.on("upgrade", studio.getUpgradeHandler());
    endOnChange();
  }
  server.on("error", (error: NodeJS.ErrnoException) => {
    const reason =
      error.code === "EADDRINUSE" ? `port ${PORT} is in use; set PORT to another one` : error.message;
    process.stderr.write(`Gray Latch cannot start: ${reason}.\n`);
    process.exit(1);
  });
  await stopUnlessMigrated();
  await sweepScratch(new Date());
  // whoever comes first need not wait; a database that is away just now is met when somebody asks
  const warm = (site: string) => answerVisitor(site, new URL(publicOrigin(site)), { headers: {} });
  const ready = makeAllReady(warm).catch((error: unknown) => log().warn({ error }, "making sites ready"));
  // those beyond are made ready while others are answered already
  await Promise.race([ready, new Promise((on) => setTimeout(on, READY_WITHIN_MS).unref())]);
  const stopLooking = standBy();
  server.listen(PORT, LISTEN_HOST, () => {
    process.stdout.write(`ready ${studioOrigin()}\n`);
  });
  process.on("unhandledRejection", (error) => log().error({ error }, "unhandled rejection"));
  endWithParent();
  onStop(async () => {
    stopLooking();
    // no new requests; those under way are answered, connections that wait for one are closed
    const closed = new Promise<void>((done) => server.close(() => done()));
    server.closeIdleConnections();
    await closed;
    await closeDecoders();
    await closeDatabase();
  });
};

await start();
