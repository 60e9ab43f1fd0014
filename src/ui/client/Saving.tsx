"use client";
import { Quiet, Wrong } from "../theme/pieces";
import type { Saving as State } from "./save-queue";

/** Whether what was typed is on the server, as a word. */
export const Saving = ({ state }: { readonly state: State }) =>
  state === "failed" ? (
    <Wrong>Not saved</Wrong>
  ) : (
    <Quiet role="status">{state === "saved" ? "Saved" : "Saving …"}</Quiet>
  );
