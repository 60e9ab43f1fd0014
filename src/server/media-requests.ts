import { fail, issue } from "../core/model/issue";
import { openContext, outcomeResponse } from "./call";
import { sharedFile } from "./hosts/shared-files";

/** A rendition of a picture for the studio's own screens: the same file visitors get, behind the studio's door. */
export const answerMedia = async (request: Request, site: string, file: string): Promise<Response> => {
  const context = await openContext(request, site, "look");
  if (!context.ok) return outcomeResponse(context);
  const answer = await sharedFile(site, `/_media/${file}`);
  if (!answer) return outcomeResponse(fail(issue("picture.unknown")));
  return new Response(answer.body as BodyInit, {
    status: answer.status,
    headers: { ...answer.headers, "Cache-Control": "private, max-age=31536000, immutable" },
  });
};
