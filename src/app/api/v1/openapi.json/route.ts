import { answerOpenApi } from "../../../../server/api/requests";

export const GET = answerOpenApi;
