import { answerUpload } from "../../../../../server/upload-requests";

export const POST = async (
  request: Request,
  { params }: { params: Promise<{ site: string }> },
): Promise<Response> => answerUpload(request, (await params).site);
