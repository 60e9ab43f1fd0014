"use client";
import { Box, Button, LinearProgress, Typography } from "@mui/material";
import { useMutation } from "@tanstack/react-query";
import { type DragEvent, useEffect, useRef, useState } from "react";
import type { ImportAnswers } from "../../core/packs/plan";
import { type CallResult, sendFile } from "../client/call";
import { takeCarried } from "../client/carried-pack";
import { useRefresh, useSite } from "../client/hooks";
import { useUndoNotice } from "../client/useUndoNotice";
import { Quiet, Trouble } from "../theme/pieces";
import { Plan } from "./ImportPlan";
import { rememberAnswers, rememberedAnswers } from "./remembered-answers";

const NO_ANSWERS: ImportAnswers = { needs: {}, items: {}, colours: "map", on: {} };

/** A pack comes in by a plan: questions first, then what is clear, its impact, and one step that can be undone. */
export const ImportPack = () => {
  const site = useSite();
  const refresh = useRefresh();
  const notice = useUndoNotice();
  const [file, setFile] = useState<File | null>(null);
  const [answers, setAnswers] = useState<ImportAnswers>(NO_ANSWERS);
  // it stays while an answer is being worked out
  const [planned, setPlanned] = useState<CallResult<"packPlan"> | null>(null);
  const [sent, setSent] = useState(0);
  const plan = useMutation({
    mutationFn: (next: { file: File; answers: ImportAnswers }) =>
      sendFile(site, "packPlan", next.file, next.answers, setSent),
    onSuccess: setPlanned,
  });
  const take = useMutation({
    mutationFn: () => sendFile(site, "packImport", file as File, answers, setSent),
  });

  const read = (next: File) => {
    setFile(next);
    setPlanned(null);
    // what was answered when a pack of this name came in is answered so again
    const remembered = rememberedAnswers(site, next.name);
    setAnswers(remembered);
    take.reset();
    plan.mutate({ file: next, answers: remembered });
  };
  // a part that was copied from another site begins as its pack would
  // biome-ignore lint/correctness/useExhaustiveDependencies: taken once
  useEffect(() => {
    const carried = takeCarried(site);
    if (carried) read(carried);
  }, [site]);
  const answer = (next: ImportAnswers) => {
    setAnswers(next);
    if (file) plan.mutate({ file, answers: next });
  };
  const close = () => {
    setFile(null);
    plan.reset();
    take.reset();
  };
  const run = async () => {
    const saved = await take.mutateAsync();
    if (file) rememberAnswers(site, file.name, answers);
    close();
    await refresh();
    notice(`Done in the draft: ${saved.label}.`, "Undo the import");
  };
  return (
    <Box component="section" aria-labelledby="import-head">
      <Typography variant="h2" id="import-head">
        Import a pack
      </Typography>
      <PackFile name={file?.name ?? null} onFile={read} />
      {plan.isPending && !planned ? <Underway sent={sent} then="Reading the pack …" /> : null}
      {take.isPending ? <Underway sent={sent} then="Importing: pictures, then parts …" /> : null}
      {plan.error ? <Trouble>{plan.error.message}</Trouble> : null}
      {take.error ? <Trouble>{take.error.message}</Trouble> : null}
      {file && planned && !plan.error ? (
        <Plan
          data={planned}
          answers={answers}
          onAnswer={answer}
          onImport={run}
          onCancel={close}
          busy={take.isPending || plan.isPending}
        />
      ) : null}
    </Box>
  );
};

/** Where a pack is chosen, or dropped. */
const PackFile = ({
  name,
  onFile,
}: {
  readonly name: string | null;
  readonly onFile: (file: File) => void;
}) => {
  const input = useRef<HTMLInputElement>(null);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const [dropped] = event.dataTransfer.files;
    if (dropped) onFile(dropped);
  };
  return (
    <Box
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      sx={(theme) => ({
        mt: 1,
        p: 2,
        border: "1px dashed",
        borderColor: theme.vars?.palette.ours.field,
        borderRadius: 1,
        display: "flex",
        alignItems: "center",
        gap: 1.5,
        "& > button": { flex: "none" },
      })}
    >
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="Pack file"
        onChange={(event) => event.target.files?.[0] && onFile(event.target.files[0])}
        onClick={(event) => ((event.target as HTMLInputElement).value = "")}
      />
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Choose a pack
      </Button>
      <Quiet>{name ?? "or drop it here. Nothing happens before you have seen the plan."}</Quiet>
    </Box>
  );
};

/** How far a file is on its way, and what is done with it once it is there. */
const Underway = ({ sent, then }: { readonly sent: number; readonly then: string }) => (
  <Box sx={{ mt: 1.5, maxWidth: 360 }}>
    <Quiet role="status">{sent < 1 ? `Sending the pack: ${Math.round(sent * 100)} %` : then}</Quiet>
    <LinearProgress
      variant={sent < 1 ? "determinate" : "indeterminate"}
      value={sent * 100}
      aria-label={sent < 1 ? "Sending the pack" : then}
      sx={{ mt: 0.5 }}
    />
  </Box>
);
