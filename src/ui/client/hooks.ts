"use client";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useParams } from "next/navigation";
import { useSnackbar } from "notistack";
import { useCallback, useEffect } from "react";
import type { UseCaseName } from "../../server/doors/registry";
import { CallFailed, type CallInput, type CallResult, call, Unreachable } from "./call";
import { saveAll, showSaved, tellOthers } from "./document-editor";
import { noteRevisions, takeOver } from "./known-answers";
import { inPatience } from "./queries";

export const useSite = (): string => useParams<{ siteId: string }>().siteId;

/** What a use-case says now; asked again after every change of the site. */
export const useCall = <Name extends UseCaseName>(
  name: Name,
  input: CallInput<Name>,
  options: { readonly enabled?: boolean } = {},
) => {
  const site = useSite();
  return useQuery({
    queryKey: [site, name, input],
    queryFn: ({ signal }) => call(site, name, input, signal),
    enabled: options.enabled ?? true,
    placeholderData: keepPreviousData,
    // a server that is away comes back: it is asked again until it is, and what is shown stays
    retry: (tries, error) => error instanceof Unreachable || (!(error instanceof CallFailed) && tries < 2),
    retryDelay: (tries) => Math.min(1000 * 2 ** tries, 5000),
  });
};

/**
 * What changes may have changed is asked again; everything of the site, if nothing is known of them. Answers that take
 * long are not waited for: what is done leads on, and they follow.
 */
export const useRefresh = () => {
  const site = useSite();
  const queries = useQueryClient();
  return useCallback(
    (saved: readonly CallResult<"change">[] = []) => inPatience(takeOver(queries, site, saved)),
    [queries, site],
  );
};

/** Others change the site too: the frame, which is asked most often, tells of it. */
export const useRevisions = (revisions: CallResult<"aboutSite">["revisions"] | undefined): void => {
  const queries = useQueryClient();
  const site = useSite();
  useEffect(() => {
    if (revisions) noteRevisions(queries, site, revisions);
  }, [revisions, queries, site]);
};

/**
 * A change: runs the use-case, refreshes, and says what went wrong if it did. What is refused was asked of a state that
 * others may have changed since: then too everything is asked again.
 */
export const useAct = <Name extends UseCaseName>(name: Name) => {
  const site = useSite();
  const refresh = useRefresh();
  const say = useSnackbar().enqueueSnackbar;
  return useMutation({
    mutationFn: (input: CallInput<Name>): Promise<CallResult<Name>> => call(site, name, input),
    onSuccess: (saved) => {
      if ("documents" in saved) tellOthers(site, saved.documents);
      return refresh("touched" in saved ? [saved] : []);
    },
    onError: (error) => {
      say(error.message, { variant: "error" });
      if (error instanceof CallFailed) void refresh();
    },
  });
};

/** Undo or redo, of whatever was done last: saves what waits first, and shows what it did wherever that is open. */
export const useStep = (name: "undo" | "redo") => {
  const site = useSite();
  const refresh = useRefresh();
  const say = useSnackbar().enqueueSnackbar;
  return useMutation({
    mutationFn: async () => {
      if (!(await saveAll()))
        throw new Error("What you changed last is not saved yet; then it can be undone.");
      const saved = await call(site, name, {});
      showSaved(site, saved.documents);
      tellOthers(site, saved.documents);
      return saved;
    },
    onSuccess: (saved) => refresh([saved]),
    onError: (error) => {
      say(error.message, { variant: "error" });
      if (error instanceof CallFailed) void refresh();
    },
  });
};

/** Errors of calls as sentences; a session that is over leads to the sign-in with the way back. */
export const isSignedOut = (error: unknown): boolean =>
  error instanceof CallFailed && error.has("session.none");
