import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import next from "next";
import pino from "pino";
import { closeDatabase } from "../data/database";
import { readEnvironment } from "../data/environment";
import { plainAnswer, send } from "./hosts/answer";
import { previewOrigin, readHost, studioOrigin } from "./hosts/host-names";
import { handlePreview } from "./hosts/preview-handler";
import { handleSite } from "./hosts/site-handler";

/** The one server that owns the port. It looks at the host first: studio, public site, preview shell, or nobody's. */
const log = pino({ level: process.env["LOG_LEVEL"] ?? "warn" });

/** The studio loads nothing from elsewhere, frames only previews, and is framed by nobody. Next needs its inline scripts. */
const studioPolicy = (dev: boolean): string =>
  [
    "default-src 'self'",
    // WebAssembly compiles: the shaper that measures texts; no script does
    `script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'${dev ? " 'unsafe-eval'" : ""}`,
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

const start = async (): Promise<void> => {
  const { PORT, PUBLIC_SCHEME } = readEnvironment();
  const dev = process.argv.includes("--dev");
  const studio = next({ dev, dir: process.cwd(), hostname: "localhost", port: PORT });
  await studio.prepare();
  const handleStudio = studio.getRequestHandler();

  const handle = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const host = readHost(request.headers.host);
    if (!host) return send(response, plainAnswer(421, "This server does not answer for that host."));
    if (host.is === "site") return handleSite(host.site, request, response);
    if (host.is === "preview") return handlePreview(host.site, request, response);
    response.setHeader("Content-Security-Policy", studioPolicy(dev));
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("Referrer-Policy", "same-origin");
    // without a proxy in front nobody's word but the socket's counts for where a request comes from
    if (PUBLIC_SCHEME === "http") delete request.headers["x-forwarded-for"];
    return handleStudio(request, response);
  };

  const server = createServer((request, response) => {
    handle(request, response).catch((error: unknown) => {
      log.error({ error, url: request.url }, "request failed");
      if (!response.headersSent)
        send(response, plainAnswer(500, "Something went wrong here. It has been noted."));
      else response.destroy();
    });
  });
  if (dev) server.on("upgrade", studio.getUpgradeHandler());
  server.on("error", (error: NodeJS.ErrnoException) => {
    const reason =
      error.code === "EADDRINUSE" ? `port ${PORT} is in use; set PORT to another one` : error.message;
    process.stderr.write(`Gray Latch cannot start: ${reason}.\n`);
    process.exit(1);
  });
  server.listen(PORT, "127.0.0.1", () => {
    process.stdout.write(`ready ${studioOrigin()}\n`);
  });
  const stop = () => {
    server.close();
    server.closeAllConnections();
    void closeDatabase().finally(() => process.exit(0));
  };
  process.on("SIGTERM", stop);
  process.on("SIGINT", stop);
};

await start();
