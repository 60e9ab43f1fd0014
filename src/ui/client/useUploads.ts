"use client";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Issue } from "../../core/model/issue";
import { describeIssues } from "../../messages/issues";
import { useAct, useCall, useRefresh, useSite } from "./hooks";

/** A file on its way to the server. */
export interface Sending {
  readonly key: number;
  readonly name: string;
  /** 0 to 1. */
  readonly sent: number;
  readonly trouble: string | null;
}

const POLL_MS = 700;

type Answer =
  | { readonly ok: true; readonly value: { readonly id: string } }
  | { readonly ok: false; readonly issues: readonly Issue[] };
/** What the server says; null where it is not ours that answers. */
const answerOf = (text: string): Answer | null => {
  try {
    return JSON.parse(text) as Answer | null;
  } catch {
    return null;
  }
};

const send = (
  site: string,
  file: File,
  replaces: string | null,
  onProgress: (sent: number) => void,
  signal: AbortSignal,
): Promise<string> =>
  new Promise((done, failed) => {
    const request = new XMLHttpRequest();
    const query = new URLSearchParams({ name: file.name, ...(replaces ? { replaces } : {}) });
    request.open("POST", `/api/studio/${site}/upload?${query}`);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.upload.onprogress = ({ loaded, total }) => onProgress(total === 0 ? 0 : loaded / total);
    request.onerror = () => failed(new Error("The connection broke. Send it again."));
    request.onabort = () => failed(new Error("Not sent: you stopped it."));
    request.onload = () => {
      const outcome = answerOf(request.responseText);
      if (outcome?.ok) done(outcome.value.id);
      else
        failed(
          new Error(outcome ? describeIssues(outcome.issues) : "The server did not say why. Send it again."),
        );
    };
    signal.addEventListener("abort", () => request.abort());
    request.send(file);
  });

/** What the job makes of the pictures it has; asked for again and again while it is at work. */
const useJobs = () => {
  const site = useSite();
  const queries = useQueryClient();
  const refresh = useRefresh();
  const { data } = useCall("uploads", {});
  const jobs = data?.uploads ?? [];
  const pending = jobs.filter(({ state }) => state === "waiting" || state === "working").length;
  const settled = jobs.filter(({ state }) => state === "done").length;
  const before = useRef(settled);
  useEffect(() => {
    // a picture that is ready changes what every screen knows
    if (settled > before.current) void refresh();
    before.current = settled;
  }, [settled, refresh]);
  useEffect(() => {
    if (pending === 0) return;
    const poll = setInterval(() => void queries.invalidateQueries({ queryKey: [site, "uploads"] }), POLL_MS);
    return () => clearInterval(poll);
  }, [pending, queries, site]);
  return jobs;
};

/** Sends pictures one after another, and follows what the job makes of them. */
export const useUploads = () => {
  const site = useSite();
  const queries = useQueryClient();
  const jobs = useJobs();
  const away = useAct("putUploadsAway");
  const [sending, setSending] = useState<readonly Sending[]>([]);
  const stops = useRef(new Map<number, AbortController>());
  const count = useRef(0);
  const chain = useRef<Promise<void>>(Promise.resolve());
  const change = useCallback(
    (key: number, next: Partial<Sending>) =>
      setSending((all) => all.map((each) => (each.key === key ? { ...each, ...next } : each))),
    [],
  );
  const add = useCallback(
    (
      files: readonly File[],
      { replaces = null, onSent }: { replaces?: string | null; onSent?: (upload: string) => void } = {},
    ) => {
      for (const file of files) {
        count.current += 1;
        const key = count.current;
        const stop = new AbortController();
        stops.current.set(key, stop);
        setSending((all) => [...all, { key, name: file.name, sent: 0, trouble: null }]);
        chain.current = chain.current.then(async () => {
          try {
            if (stop.signal.aborted) throw new Error("Not sent: you stopped it.");
            const upload = await send(site, file, replaces, (sent) => change(key, { sent }), stop.signal);
            onSent?.(upload);
            setSending((all) => all.filter((each) => each.key !== key));
            await queries.invalidateQueries({ queryKey: [site, "uploads"] });
          } catch (error) {
            change(key, { trouble: error instanceof Error ? error.message : "It could not be sent." });
          }
        });
      }
    },
    [site, queries, change],
  );
  return {
    sending,
    jobs,
    add,
    stop: (key: number) => {
      stops.current.get(key)?.abort();
      setSending((all) => all.filter((each) => each.key !== key || each.trouble === null));
    },
    putAway: () => {
      setSending((all) => all.filter(({ trouble }) => trouble === null));
      away.mutate({});
    },
  };
};
