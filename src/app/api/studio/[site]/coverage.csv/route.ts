import { answerCsv } from "../../../../../server/studio-requests";

export const GET = async (
  request: Request,
  { params }: { params: Promise<{ site: string }> },
): Promise<Response> => answerCsv(request, (await params).site);
