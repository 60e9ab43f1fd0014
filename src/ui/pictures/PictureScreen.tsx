"use client";
import { Box, Button, TextField } from "@mui/material";
import { useParams, useRouter } from "next/navigation";
import { useRef } from "react";
import { enlargement } from "../../core/layout/crops";
import { SCREENS } from "../../core/layout/picture-places";
import type { Picture } from "../../core/model/picture";
import { WIDTHS } from "../../core/model/values";
import { pictureFindingWords, pictureTypeName, placeWords, weightWords } from "../../messages/pictures";
import { count } from "../../messages/words";
import { useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { createDocumentEditor } from "../client/document-editor";
import { useAct, useCall, useSite } from "../client/hooks";
import { mediaPath } from "../client/media";
import { leafPath, pagePath, partPath } from "../client/paths";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useUndoNotice } from "../client/useUndoNotice";
import { useUploads } from "../client/useUploads";
import { Saving, SavingTrouble } from "../shell/Saving";
import { SheetLink } from "../shell/SheetLink";
import { Act, Pending, Quiet, Rows, SheetHead, Wrong } from "../theme/pieces";
import { FocalPoint } from "./FocalPoint";
import { UploadList } from "./UploadList";

const usePictureEditor = createDocumentEditor("picture");

/** One picture: where its point lies, what is seen of it everywhere, what it says in words. */
export const PictureScreen = () => {
  const { picture: id } = useParams<{ picture: string }>();
  const { data, error } = useCall("picture", { picture: id });
  const editor = usePictureEditor();
  useDocumentEditor(usePictureEditor, id, data?.body as Picture | undefined);
  if (!data || !editor.body || editor.id !== id)
    return <Pending error={error} what="Opening the picture …" />;
  return <Sheet data={data} body={editor.body} />;
};

type Data = CallResult<"picture">;

interface SheetProps {
  readonly data: Data;
  readonly body: Picture;
}

const Sheet = ({ data, body }: SheetProps) => {
  const site = useSite();
  const set = usePictureEditor((editor) => editor.set);
  const uploads = useUploads();
  const mayDesign = useMay("design");
  const src = mediaPath(site, body, body.renditions[Math.min(1, body.renditions.length - 1)] ?? 0);
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead
        title={body.name}
        about={`${body.width} × ${body.height} ${pictureTypeName(body.type)}, ${weightWords(data.bytes)}`}
      >
        <Saving of={usePictureEditor} />
        {mayDesign ? (
          <>
            <ReplaceEverywhere onFile={(file) => uploads.add([file], { replaces: data.id })} />
            {data.places.length === 0 ? <TakeOut picture={data.id} /> : null}
          </>
        ) : null}
      </SheetHead>
      <SavingTrouble of={usePictureEditor} />
      <UploadList {...uploads} jobs={uploads.jobs.filter(({ replaces }) => replaces === data.id)} />
      <Box
        sx={{
          mt: 2,
          display: "grid",
          gap: 3,
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "minmax(0,1fr) 320px" },
        }}
      >
        <Box sx={{ minWidth: 0 }}>
          <FocalPoint
            src={src}
            alt={body.alt || body.name}
            point={body.focal}
            isOpen={mayDesign}
            onChange={(point) => set(["focal"], point)}
          />
          <Box sx={{ mt: 0.5 }}>
            <Quiet>The ring stays in view wherever the picture is cut.</Quiet>
          </Box>
        </Box>
        <Words data={data} body={body} />
      </Box>
      <Places data={data} body={body} src={src} />
    </Box>
  );
};

const ReplaceEverywhere = ({ onFile }: { readonly onFile: (file: File) => void }) => {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Replace everywhere …
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="The picture in its place"
        accept="image/jpeg,image/png,image/webp,image/avif,image/svg+xml"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
    </>
  );
};

const TakeOut = ({ picture }: { readonly picture: string }) => {
  const site = useSite();
  const router = useRouter();
  const remove = useAct("removePicture");
  const undoNotice = useUndoNotice();
  const run = () =>
    remove.mutate(
      { picture },
      {
        onSuccess: ({ label }) => {
          undoNotice(label);
          router.push(leafPath("pictures", site));
        },
      },
    );
  return <Act onClick={run}>Remove</Act>;
};

const FIELDS = [
  ["name", "Name", "As it is called in the studio."],
  ["alt", "Alternative text", "What it shows, for people who do not see it."],
  ["credit", "Made by", "Shown where a picture block says so."],
] as const;

/** What the picture is called and says, and what there is to see to. */
const Words = ({ data, body }: SheetProps) => {
  const set = usePictureEditor((editor) => editor.set);
  const mayDesign = useMay("design");
  return (
    <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
      {data.findings.length > 0 ? (
        <Box component="ul" aria-label="To settle" sx={{ m: 0, pl: 2 }}>
          {data.findings.map((finding) => (
            <li key={finding.code}>
              <Wrong style={{ fontWeight: 400 }}>{pictureFindingWords(finding)}</Wrong>
            </li>
          ))}
        </Box>
      ) : null}
      {FIELDS.map(([field, label, help]) => (
        <TextField
          key={field}
          label={label}
          value={body[field]}
          helperText={help}
          fullWidth
          disabled={!mayDesign}
          multiline={field === "alt"}
          onChange={(event) => {
            if (field !== "name" || event.target.value !== "") set([field], event.target.value);
          }}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      ))}
    </Box>
  );
};

const Places = ({ data, body, src }: SheetProps & { readonly src: string }) => {
  const { places } = data;
  return (
    <>
      <Box component="h2" sx={{ fontSize: 15, fontWeight: 600, mt: 3, mb: 0.5 }}>
        {places.length === 0 ? "Used nowhere" : `As it is seen now, in ${count(places.length, "place")}`}
      </Box>
      {places.length === 0 ? <Quiet>Choose it in a part, an entry or the site profile.</Quiet> : null}
      <Rows aria-label="Where it is seen">
        {places.map((place, at) => (
          <Place key={at} place={place} body={body} src={src} />
        ))}
      </Rows>
    </>
  );
};

const SCALE = 0.25;
const SOFT = 1.3;

interface PlaceProps {
  readonly place: Data["places"][number];
  readonly body: Picture;
  readonly src: string;
}

const Place = ({ place, body, src }: PlaceProps) => {
  const site = useSite();
  const { where, boxes, part, page } = place;
  return (
    <Box component="li" sx={{ py: 1.25, borderTop: 1, borderColor: "divider" }}>
      <Box sx={{ mb: 0.75 }}>
        {placeWords(where)}
        {part && "part" in where ? (
          <>
            {" "}
            <Quiet>in</Quiet>{" "}
            <SheetLink href={partPath(where.part, site)}>
              {part.badge} {part.name}
            </SheetLink>
          </>
        ) : null}
        {page ? (
          <>
            {" "}
            <Quiet>on</Quiet> <SheetLink href={pagePath(page.identity, site)}>{page.title}</SheetLink>
          </>
        ) : null}
      </Box>
      {boxes ? (
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, alignItems: "flex-end" }}>
          {WIDTHS.map((width) => (
            <Crop key={width} body={body} src={src} screen={SCREENS[width]} box={boxes[width]} />
          ))}
        </Box>
      ) : (
        <Quiet>shown whole</Quiet>
      )}
    </Box>
  );
};

const Crop = ({
  body,
  src,
  screen,
  box,
}: {
  readonly body: Picture;
  readonly src: string;
  readonly screen: number;
  readonly box: { readonly width: number; readonly height: number };
}) => {
  const times = body.type === "image/svg+xml" ? 0 : enlargement(body, box, 1);
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <Box
        component="img"
        src={src}
        alt={`What is seen at ${screen} px`}
        style={{ objectPosition: `${body.focal.x}% ${body.focal.y}%` }}
        sx={{
          display: "block",
          width: Math.max(8, box.width * SCALE),
          height: Math.max(6, box.height * SCALE),
          objectFit: "cover",
          border: 1,
          borderColor: "divider",
        }}
      />
      <Box component="figcaption" sx={{ fontSize: 12, color: "text.secondary" }}>
        {screen}: {box.width} × {box.height}
        {times > SOFT ? <Wrong style={{ fontWeight: 400 }}> soft, {times.toFixed(1)} ×</Wrong> : null}
      </Box>
    </Box>
  );
};
