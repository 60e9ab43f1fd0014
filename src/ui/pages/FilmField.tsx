"use client";
import { Box, Button, TextField } from "@mui/material";
import { useState } from "react";
import { FILM_TYPES, type Film, type FilmFile } from "../../core/model/film";
import { type CallResult, sendFile } from "../client/call";
import { useSite } from "../client/hooks";
import { AddFile, FileInput, KeptFile, useSending } from "../fields/ChosenFile";
import { ImpactView, isNoImpact } from "../overview/ImpactView";
import { Act, Quiet, Wrong } from "../theme/pieces";

interface FilmFieldProps {
  readonly film: Film | null;
  readonly onChange: (film: Film | null) => void;
  /** Told while a file is on its way. */
  readonly onSending: (isSending: boolean) => void;
}

/** The film or the sound of an entry: a file from this computer, or the address of one that is elsewhere. */
export const FilmField = ({ film, onChange, onSending }: FilmFieldProps) => {
  const site = useSite();
  const { isSending, trouble, sending } = useSending(onSending);
  const [isElsewhere, setElsewhere] = useState(film !== null && "address" in film);
  const addFilm = (file: File) =>
    sending(async () => {
      const { film } = await sendFile(site, "keepFilm", file, { name: file.name.slice(0, 120) });
      onChange(film);
    });
  return (
    <Box role="group" aria-labelledby="entry-film" sx={{ display: "grid", gap: 0.5, justifyItems: "start" }}>
      <span id="entry-film">Film or sound</span>
      {film && "file" in film ? (
        <FileFacts film={film} onChange={onChange} onSending={onSending} />
      ) : isElsewhere ? (
        <>
          <TextField
            fullWidth
            type="url"
            placeholder="https://"
            value={film?.address ?? ""}
            onChange={({ target }) => onChange(target.value === "" ? null : { address: target.value })}
            slotProps={{ htmlInput: { "aria-label": "Address of the film or sound" } }}
          />
          <Act
            onClick={() => {
              setElsewhere(false);
              onChange(null);
            }}
          >
            Choose a file instead
          </Act>
        </>
      ) : (
        <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
          <Button variant="outlined" component="label" disabled={isSending}>
            {isSending ? "Sending …" : "Choose a file"}
            <FileInput
              id="entry-film-file"
              accept={FILM_TYPES.join()}
              label="Film or sound file"
              onFile={addFilm}
            />
          </Button>
          <Act onClick={() => setElsewhere(true)}>It has an address already …</Act>
        </Box>
      )}
      <Quiet style={{ fontSize: 12 }}>
        {isElsewhere
          ? "Its page leads there by a link; nothing is loaded from there before somebody follows it."
          : "MP4, WebM, MP3, M4A, Ogg or WAV, at most 100 MB; loaded only when somebody presses play."}
      </Quiet>
      {trouble ? <Wrong role="alert">{trouble}</Wrong> : null}
    </Box>
  );
};

interface FileFactsProps extends Pick<FilmFieldProps, "onChange" | "onSending"> {
  readonly film: FilmFile;
}

const FileFacts = ({ film, onChange, onSending }: FileFactsProps) => {
  const site = useSite();
  const { isSending, trouble, sending } = useSending(onSending);
  const { captions, ...plain } = film;
  const addCaptions = (file: File) =>
    sending(async () => {
      const { captions } = await sendFile(site, "keepCaptions", file, { name: file.name.slice(0, 120) });
      onChange({ ...plain, captions });
    });
  return (
    <>
      <KeptFile name={film.name} onRemove={() => onChange(null)} />
      {captions ? (
        <KeptFile name={captions.name} onRemove={() => onChange(plain)} />
      ) : (
        <AddFile
          id="entry-film-captions"
          accept=".vtt,text/vtt"
          label="What is said in it"
          isOff={isSending}
          onFile={addCaptions}
        />
      )}
      {trouble ? <Wrong role="alert">{trouble}</Wrong> : null}
    </>
  );
};

/** What visitors will see otherwise where what an entry plays is another: that, and what else changes. */
export const FilmImpact = ({
  impact,
  film,
}: {
  readonly impact: CallResult<"entryImpact">;
  /** What it is to play; null is nothing any more. */
  readonly film: Film | null;
}) => (
  <>
    <Quiet style={{ display: "block" }}>
      {impact.isPlayed
        ? film
          ? "Its page plays what is said here."
          : "Its page plays nothing any more."
        : "What it plays is not seen: its layout has no block “Film or sound of the entry”."}
    </Quiet>
    {impact.isPlayed && isNoImpact(impact.live) ? null : <ImpactView impact={impact.live} />}
  </>
);
