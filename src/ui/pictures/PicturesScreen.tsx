"use client";
import { Box, Button, styled, TextField } from "@mui/material";
import { useSearchParams } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { keptWords, pictureFindingWords, pictureTypeName, weightWords } from "../../messages/pictures";
import { count, sentenceCase } from "../../messages/words";
import { useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { mediaPath } from "../client/media";
import { leafPath } from "../client/paths";
import { useUploads } from "../client/useUploads";
import { SheetLink } from "../shell/SheetLink";
import { Act, Empty, Pending, Quiet, Rows, SheetHead, Wrong } from "../theme/pieces";
import { UploadList } from "./UploadList";

type Row = CallResult<"pictures">["pictures"][number];

/** Files of a drop or a paste that may be pictures. */
const filesOf = (data: DataTransfer | null): readonly File[] => [...(data?.files ?? [])];

/** Pictures that are pasted anywhere on the screen. */
const usePasted = (mayAdd: boolean, add: (files: readonly File[]) => void): void =>
  useEffect(() => {
    if (!mayAdd) return;
    const paste = (event: ClipboardEvent) => {
      const files = filesOf(event.clipboardData);
      if (files.length > 0) add(files);
    };
    window.addEventListener("paste", paste);
    return () => window.removeEventListener("paste", paste);
  }, [add, mayAdd]);

/** All pictures of the site; new ones are dropped, pasted or chosen. */
export const PicturesScreen = () => {
  const { data, error } = useCall("pictures", {});
  const uploads = useUploads();
  const mayAdd = useMay("design");
  usePasted(mayAdd, uploads.add);
  if (!data) return <Pending error={error} what="Reading the pictures …" />;
  const kept = keptWords(data.kept);
  const pictures = count(data.pictures.length, "picture");
  return (
    <DropSheet onFiles={mayAdd ? uploads.add : null}>
      <SheetHead title="Pictures" about={kept.isNearlyFull ? pictures : `${pictures}; ${kept.words}`}>
        {mayAdd ? <AddPictures onFiles={uploads.add} /> : null}
      </SheetHead>
      {kept.isNearlyFull ? (
        <Box sx={{ mt: 1.5 }}>
          <Wrong role="status">{sentenceCase(kept.words)}.</Wrong>
        </Box>
      ) : null}
      <UploadList {...uploads} />
      {data.pictures.length === 0 ? (
        <Empty title="No picture yet">
          Visitors see pages of text. Drop pictures anywhere on this sheet: originals are kept, and every size
          that is needed is made from them.
        </Empty>
      ) : (
        <Shelf pictures={data.pictures} />
      )}
    </DropSheet>
  );
};

/** The sheet, which takes pictures that are dropped on it. */
const DropSheet = ({
  onFiles,
  children,
}: {
  /** `null` for who may not add any. */
  readonly onFiles: ((files: readonly File[]) => void) | null;
  readonly children: ReactNode;
}) => {
  const [isOver, setOver] = useState(false);
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (event.currentTarget === event.target) setOver(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        onFiles?.(filesOf(event.dataTransfer));
      }}
      data-testid="pictures-sheet"
      sx={(theme) => ({
        px: 2.5,
        pt: 2.25,
        pb: 4,
        minHeight: "100%",
        ...(isOver && onFiles
          ? { outline: `2px dashed ${theme.vars?.palette.ours.brass}`, outlineOffset: -8 }
          : {}),
      })}
    >
      {children}
    </Box>
  );
};

const AddPictures = ({ onFiles }: { readonly onFiles: (files: readonly File[]) => void }) => {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Quiet>Drop or paste them here, or</Quiet>
      <Button variant="contained" onClick={() => input.current?.click()}>
        Add pictures
      </Button>
      <input
        ref={input}
        type="file"
        multiple
        hidden
        aria-label="Pictures to add"
        accept="image/jpeg,image/png,image/webp,image/avif,image/svg+xml"
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </>
  );
};

/** The pictures there are: found by name, or those with something to settle. */
const Shelf = ({ pictures }: { readonly pictures: readonly Row[] }) => {
  const [query, setQuery] = useState("");
  const [onlyNoticed, setOnlyNoticed] = useState(useSearchParams().get("look") === "noticed");
  const noticed = pictures.filter(({ findings }) => findings.length > 0).length;
  const wanted = query.trim().toLowerCase();
  const shown = pictures.filter(
    (row) => row.name.toLowerCase().includes(wanted) && (!onlyNoticed || row.findings.length > 0),
  );
  return (
    <>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", mt: 1.5, mb: 0.5 }}>
        <TextField
          value={query}
          placeholder="Find a picture"
          onChange={(event) => setQuery(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": "Find a picture" } }}
          sx={{ width: 220 }}
        />
        {noticed > 0 ? (
          <Act aria-pressed={onlyNoticed} onClick={() => setOnlyNoticed(!onlyNoticed)}>
            {onlyNoticed ? "Show all" : `${noticed} with something to settle`}
          </Act>
        ) : (
          <Quiet>Nothing to settle.</Quiet>
        )}
      </Box>
      <Rows aria-label="Pictures">
        {shown.map((row) => (
          <PictureRow key={row.id} row={row} />
        ))}
      </Rows>
      {shown.length === 0 ? <Quiet>No picture is called that.</Quiet> : null}
    </>
  );
};

const Thumbnail = styled("img")(({ theme }) => ({
  width: 84,
  height: 56,
  gridRow: "auto",
  [theme.breakpoints.down("md")]: { gridRow: "span 4" },
  alignSelf: "start",
  objectFit: "contain",
  background: theme.vars?.palette.ours.desk,
  borderRadius: 4,
}));

const PictureRow = ({ row }: { readonly row: Row }) => {
  const site = useSite();
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: {
          xs: "84px 1fr",
          md: "84px minmax(160px,1.1fr) minmax(150px,1fr) 110px minmax(0,1.6fr)",
        },
        columnGap: 1.5,
        alignItems: "center",
        py: 0.75,
        borderTop: 1,
        borderColor: "divider",
      }}
    >
      <Thumbnail src={mediaPath(site, row, row.thumbnail)} alt="" loading="lazy" />
      <SheetLink href={leafPath("pictures", site, row.id)}>{row.name}</SheetLink>
      <Quiet>
        {row.width} × {row.height} {pictureTypeName(row.type)}, {weightWords(row.bytes)}
      </Quiet>
      <span>{row.places === 0 ? "" : `in ${count(row.places, "place")}`}</span>
      <span>
        {row.findings.map((finding) => (
          <Box key={finding.code} component="span" sx={{ display: "block" }}>
            {finding.code === "unused" ? (
              <Quiet>{pictureFindingWords(finding)}</Quiet>
            ) : (
              <Wrong style={{ fontWeight: 400 }}>{pictureFindingWords(finding)}</Wrong>
            )}
          </Box>
        ))}
      </span>
    </Box>
  );
};
