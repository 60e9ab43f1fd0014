"use client";
import { Box, Button } from "@mui/material";
import { type ReactNode, useState } from "react";
import { filesOf, MOST_OTHER_FORMATS, type Video, type VideoFile } from "../../core/model/video";
import { sendFile } from "../client/call";
import { useSite } from "../client/hooks";
import { Act, Quiet, Wrong } from "../theme/pieces";

const VIDEOS = "video/mp4,video/webm";

/** A video behind a band: chosen from this computer, in one format or several, with what is said in it; or taken out. */
export const VideoInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: Video | null;
  readonly onChange: (value: Video | null) => void;
}) => {
  const site = useSite();
  const [isSending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const sending = async (send: () => Promise<void>) => {
    setSending(true);
    setTrouble(null);
    try {
      await send();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The file could not be sent.");
    } finally {
      setSending(false);
    }
  };
  const addVideo = (file: File) =>
    sending(async () => {
      const { video } = await sendFile(site, "keepVideo", file, { name: file.name.slice(0, 120) });
      onChange(value ? { ...value, also: [...(value.also ?? []), video] } : video);
    });
  const addCaptions = (file: File) =>
    sending(async () => {
      const { captions } = await sendFile(site, "keepCaptions", file, { name: file.name.slice(0, 120) });
      if (value) onChange({ ...value, captions });
    });
  const without = (gone: VideoFile) => {
    if (!value) return;
    const [first, ...also] = filesOf(value).filter(({ file }) => file !== gone.file);
    const { captions } = value;
    onChange(
      first ? { ...first, ...(also.length > 0 ? { also } : {}), ...(captions ? { captions } : {}) } : null,
    );
  };
  return (
    <Box sx={{ minWidth: 0, display: "grid", gap: 0.5, justifyItems: "start" }}>
      {value ? (
        <>
          {filesOf(value).map((each) => (
            <Kept key={each.file} name={each.name} onRemove={() => without(each)} />
          ))}
          {filesOf(value).length <= MOST_OTHER_FORMATS ? (
            <Add
              id={id}
              accept={VIDEOS}
              label="The same in another format"
              isOff={isSending}
              onFile={addVideo}
            />
          ) : null}
          {value.captions ? (
            <Kept
              name={value.captions.name}
              onRemove={() => {
                const { captions: _, ...rest } = value;
                onChange(rest);
              }}
            />
          ) : (
            <Add
              id={`${id}-captions`}
              accept=".vtt,text/vtt"
              label="What is said in it"
              isOff={isSending}
              onFile={addCaptions}
            />
          )}
        </>
      ) : (
        <Button variant="outlined" component="label" disabled={isSending}>
          {isSending ? "Sending …" : "Choose a video"}
          <FileInput id={id} accept={VIDEOS} label="Video file" onFile={addVideo} />
        </Button>
      )}
      <Quiet style={{ display: "block", fontSize: 12, lineHeight: 1.4, paddingTop: 4 }}>
        MP4 or WebM, silent, at most 20 MB; the picture behind is seen until it plays. What is said: WebVTT.
      </Quiet>
      {trouble ? <Wrong role="alert">{trouble}</Wrong> : null}
    </Box>
  );
};

const Kept = ({ name, onRemove }: { readonly name: string; readonly onRemove: () => void }) => (
  <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline", maxWidth: "100%" }}>
    <Box component="span" sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
      {name}
    </Box>
    <Act onClick={onRemove} aria-label={`Take out ${name}`}>
      Take it out
    </Act>
  </Box>
);

interface Chosen {
  readonly id: string;
  readonly accept: string;
  readonly label: string;
  readonly onFile: (file: File) => Promise<void>;
}

const FileInput = ({ id, accept, label, onFile }: Chosen): ReactNode => (
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

const Add = ({ isOff, ...chosen }: Chosen & { readonly isOff: boolean }) => (
  <Button variant="text" size="small" component="label" disabled={isOff} sx={{ paddingInline: 0 }}>
    {isOff ? "Sending …" : `+ ${chosen.label}`}
    <FileInput {...chosen} />
  </Button>
);
