"use client";
import { Box, Button } from "@mui/material";
import { type ReactNode, useState } from "react";
import { Act } from "../theme/pieces";

/** Files that are chosen from this computer and sent. */

/** Sends something, and says what went wrong; who asks is told while it is on its way. */
export const useSending = (onSending: (isSending: boolean) => void = () => undefined) => {
  const [isSending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const sending = async (send: () => Promise<void>) => {
    setSending(true);
    onSending(true);
    setTrouble(null);
    try {
      await send();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The file could not be sent.");
    } finally {
      setSending(false);
      onSending(false);
    }
  };
  return { isSending, trouble, sending };
};

export const KeptFile = ({ name, onRemove }: { readonly name: string; readonly onRemove: () => void }) => (
  <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline", maxWidth: "100%" }}>
    <Box component="span" sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
      {name}
    </Box>
    <Act onClick={onRemove} aria-label={`Remove ${name}`}>
      Remove it
    </Act>
  </Box>
);

interface Chosen {
  readonly id: string;
  readonly accept: string;
  readonly label: string;
  readonly onFile: (file: File) => Promise<void>;
}

export const FileInput = ({ id, accept, label, onFile }: Chosen): ReactNode => (
  <input
    id={id}
    type="file"
    hidden
    accept={accept}
    aria-label={label}
    onChange={({ target }) => {
      const file = target.files?.[0];
      // the same file once more is chosen once more
      target.value = "";
      if (file) void onFile(file);
    }}
  />
);

export const AddFile = ({ isOff, ...chosen }: Chosen & { readonly isOff: boolean }) => (
  <Button variant="text" size="small" component="label" disabled={isOff} sx={{ paddingInline: 0 }}>
    {isOff ? "Sending …" : `+ ${chosen.label}`}
    <FileInput {...chosen} />
  </Button>
);
