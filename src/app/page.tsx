import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { homeOf } from "../server/home";

/** The door: to the first site of whoever is signed in, or to the sign-in. */
export default async function Home() {
  redirect(await homeOf((await headers()).get("cookie")));
}
