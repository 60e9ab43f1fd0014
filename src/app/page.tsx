import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { homeOf } from "../server/access/home";
import { ComeAgain } from "../ui/shell/ComeAgain";

/** The door: to the first site of whoever is signed in, or to the sign-in. */
export default async function Home() {
  const home = await homeOf((await headers()).get("cookie"));
  if (home === null) return <ComeAgain />;
  redirect(home);
}
