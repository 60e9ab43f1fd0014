import { Readable } from "node:stream";
import { fail, issue } from "../../core/model/issue";
import { sharedFile } from "../hosts/shared-files";
import { outcomeResponse } from "../http/outcomes";
import { unpackedFont } from "../site/shaping";
import { openContext } from "./call";
import { answered } from "./studio-door";

/** A rendition of a picture for the studio's own screens: the same file visitors get, behind the studio's door. */
export const answerMedia = (request: Request, site: string, file: string): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, "see");
    if (!context.ok) return outcomeResponse(context);
    const answer = await sharedFile(site, `/_media/${file}`);
    if (!answer?.file) return outcomeResponse(fail(issue("picture.unknown")));
    const { size, read } = answer.file;
    const bytes = size === 0 ? new Uint8Array() : read(0, size - 1);
    const body = bytes instanceof Uint8Array ? bytes : Readable.toWeb(Readable.from(bytes));
    return new Response(body as BodyInit, {
      status: answer.status,
      headers: { ...answer.headers, "Cache-Control": "private, max-age=31536000, immutable" },
    });
  });

/** A font as previews measure with it: unpacked, one that ships by name, one of the site's own by content hash. */
export const answerFont = (request: Request, site: string, file: string): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, "see");
    if (!context.ok) return outcomeResponse(context);
    const bytes = await unpackedFont(site, file);
    if (!bytes) return outcomeResponse(fail(issue("font.unknown")));
    return new Response(bytes as BodyInit, {
      headers: { "Content-Type": "font/ttf", "Cache-Control": "private, max-age=31536000, immutable" },
    });
  });
