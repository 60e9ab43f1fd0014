"use client";
import { useSnackbar } from "notistack";
import { Act, Mono, ShownOnce } from "../theme/pieces";

export interface Handed {
  readonly name: string;
  readonly password: string;
}

/** A password that was just made: shown once, to be handed to the person. */
export const HandOver = ({ name, password }: Handed) => {
  const say = useSnackbar().enqueueSnackbar;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(password);
      say("The password is on the clipboard.");
    } catch {
      say("The browser does not let it be copied: select it and copy it by hand.", { variant: "error" });
    }
  };
  return (
    <ShownOnce>
      <strong>Hand this password to {name}; it is not shown again.</strong>
      <Mono data-testid="password">{password}</Mono>
      <Act onClick={copy}>Copy</Act>
    </ShownOnce>
  );
};
