import { sitesOf } from "../data/content-repository";
import { POOL } from "../data/database";
import { accountOf } from "./sessions";

/** Where a person begins: the overview of their first site, or the sign-in. */
export const homeOf = async (cookies: string | null): Promise<string> => {
  const account = await accountOf(cookies, new Date());
  if (!account) return "/sign-in";
  const [first] = await sitesOf(account.id, POOL);
  return first ? `/s/${first.id}/overview` : "/sign-in";
};
