import { deleteSession, postSession } from "../../../server/session-requests";

export const POST = postSession;
export const DELETE = deleteSession;
