"use client";
import { Box, Button } from "@mui/material";
import { filesOf, MOST_OTHER_FORMATS, type Video, type VideoFile } from "../../core/model/video";
import { sendFile } from "../client/call";
import { useSite } from "../client/hooks";
import { Quiet, Wrong } from "../theme/pieces";
import { AddFile, FileInput, KeptFile, useSending } from "./ChosenFile";

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
  const { isSending, trouble, sending } = useSending();
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
            <KeptFile key={each.file} name={each.name} onRemove={() => without(each)} />
          ))}
          {filesOf(value).length <= MOST_OTHER_FORMATS ? (
            <AddFile
              id={id}
              accept={VIDEOS}
              label="The same in another format"
              isOff={isSending}
              onFile={addVideo}
            />
          ) : null}
          {value.captions ? (
            <KeptFile
              name={value.captions.name}
              onRemove={() => {
                const { captions: _, ...rest } = value;
                onChange(rest);
              }}
            />
          ) : (
            <AddFile
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
