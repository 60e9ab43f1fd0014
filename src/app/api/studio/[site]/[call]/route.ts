import { answerCall } from "../../../../../server/studio-requests";

export const POST = async (
  request: Request,
  { params }: { params: Promise<{ site: string; call: string }> },
): Promise<Response> => {
  const { site, call } = await params;
  return answerCall(request, site, call);
};
