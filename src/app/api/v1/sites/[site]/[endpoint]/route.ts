import { answerApi } from "../../../../../../server/api/requests";

export const GET = async (
  request: Request,
  { params }: { params: Promise<{ site: string; endpoint: string }> },
): Promise<Response> => {
  const { site, endpoint } = await params;
  return answerApi(request, site, endpoint);
};
