import { answerFont } from "../../../../../../server/media-requests";

export const GET = async (
  request: Request,
  { params }: { params: Promise<{ site: string; file: string }> },
): Promise<Response> => {
  const { site, file } = await params;
  return answerFont(request, site, file);
};
