"use client";
import { Box, TextField } from "@mui/material";
import { useMemo } from "react";
import type { SiteProfile } from "../../core/model/profile";
import type { Instead } from "../../workers/preview.worker";
import { useAboutSite, useMay } from "../client/about-site";
import { createDocumentEditor } from "../client/document-editor";
import { useCall } from "../client/hooks";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { NumberInput } from "../fields/NumberInput";
import { PictureInput } from "../fields/PictureInput";
import { ValueColumn, ValueSheet } from "../fields/ValueColumn";
import { PreviewFrame } from "../preview/PreviewFrame";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { Saving, SavingTrouble } from "../shell/Saving";
import { Pending, Quiet, SheetHead, Trouble } from "../theme/pieces";
import { SocialLinks } from "./SocialLinks";

const useProfileEditor = createDocumentEditor("profile");

/** Facts about the organisation: typed once, shown wherever a part says them. */
export const ProfileScreen = () => {
  const { data, error } = useCall("profile", {});
  const editor = useProfileEditor();
  useDocumentEditor(useProfileEditor, "profile", data?.body as SiteProfile | undefined);
  if (!editor.body || !data) return <Pending error={error} what="Reading the site profile …" />;
  return <Sheet profile={editor.body} />;
};

const PICTURES = [
  ["logo", "Logo"],
  ["logoOverPictures", "Logo over pictures"],
  ["logoSmall", "Small logo"],
  ["icon", "Icon of the site"],
  ["sharePicture", "Share picture"],
] as const;

const Sheet = ({ profile }: { readonly profile: SiteProfile }) => {
  const mayDesign = useMay("design");
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: { md: "100%" } }}>
      <Box sx={{ px: 2.5, pt: 2.25 }}>
        <SheetHead title="Site profile" about="edited once, shown wherever a part says it">
          <Saving of={useProfileEditor} />
        </SheetHead>
      </Box>
      <ValueSheet>
        <ValueColumn name="Who it is" isOpen={mayDesign}>
          <Facts profile={profile} />
        </ValueColumn>
        <ProfilePreview profile={profile} />
      </ValueSheet>
    </Box>
  );
};

const set = (path: readonly (string | number)[], value: unknown) =>
  useProfileEditor.getState().set(path, value);

const Text = ({
  profile,
  field,
  label,
  help,
}: {
  readonly profile: SiteProfile;
  readonly field: "name" | "tagline" | "owner" | "address";
  readonly label: string;
  readonly help: string;
}) => (
  <TextField
    label={label}
    value={profile[field]}
    helperText={help}
    fullWidth
    multiline={field === "address"}
    minRows={field === "address" ? 3 : 1}
    onChange={(event) => {
      if (field !== "name" || event.target.value !== "") set([field], event.target.value);
    }}
    slotProps={{ inputLabel: { shrink: true } }}
  />
);

const Pictures = ({ profile }: { readonly profile: SiteProfile }) =>
  PICTURES.map(([field, label]) => (
    <Box key={field} sx={{ display: "grid", gridTemplateColumns: "126px minmax(0,1fr)", gap: 1 }}>
      <Quiet style={{ lineHeight: "30px" }}>{label}</Quiet>
      <PictureInput
        id={`profile-${field}`}
        label={label}
        value={profile[field]}
        onChange={(next) => set([field], next)}
      />
    </Box>
  ));

const Facts = ({ profile }: { readonly profile: SiteProfile }) => (
  <Box sx={{ p: 2, display: "grid", gap: 1.5, alignContent: "start" }}>
    <SavingTrouble of={useProfileEditor} />
    <Text profile={profile} field="name" label="Name" help="As it stands in headers and in browser tabs." />
    <Text profile={profile} field="tagline" label="Tagline" help="What it is, in a few words." />
    <Pictures profile={profile} />
    <Text profile={profile} field="owner" label="Owner" help="Who © lines name. Empty: the name above." />
    <Box sx={{ display: "grid", gridTemplateColumns: "126px 110px", gap: 1 }}>
      <Quiet style={{ lineHeight: "30px" }}>First year</Quiet>
      <NumberInput
        label="First year"
        value={profile.firstYear}
        min={0}
        max={9999}
        onChange={(next) => set(["firstYear"], next)}
      />
    </Box>
    <Text
      profile={profile}
      field="address"
      label="Postal address"
      help="A line each; the block Postal address shows it."
    />
    <SocialLinks links={profile.social} onChange={(next) => set(["social"], next)} />
  </Box>
);

/** The ends of the front page: what a profile says stands there. */
const VIEWS = [
  { slot: "header", end: "top", width: 1280, height: 300 },
  { slot: "footer", end: "foot", width: 1280, height: 210 },
  { slot: "header", end: "top", width: 390, height: 230 },
  { slot: "footer", end: "foot", width: 390, height: 230 },
] as const;

const ProfilePreview = ({ profile }: { readonly profile: SiteProfile }) => {
  const { about, asked } = useAboutSite();
  const { desk, room } = useRoom();
  const instead = useMemo((): Instead => ({ profile }), [profile]);
  // another logo is another picture: the page's data is fetched anew
  const pictures = PICTURES.map(([field]) => profile[field]).join(" ");
  const preview = usePreview(about.site.front, null, asked, VIEWS.length, { revision: pictures, instead });
  const scale = Math.min(0.62, room / 1284);
  const common = {
    origin: about.site.previewOrigin,
    source: preview.tie,
    scale,
    selected: null,
    onDrawn: preview.onDrawn,
    onPointed: () => undefined,
  };
  return (
    <Box
      ref={desk}
      role="region"
      aria-label="Previews"
      tabIndex={0}
      sx={(theme) => ({
        background: theme.vars?.palette.ours.desk,
        p: 2,
        minWidth: 0,
        overflow: "hidden",
        overflowY: { md: "auto" },
      })}
    >
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.25 }}>
        {VIEWS.map(({ slot, end, width, height }) => (
          <PreviewFrame
            key={`${slot} ${width}`}
            {...common}
            slot={slot}
            width={width}
            height={height}
            title={`The ${end} of the front page at ${width} px`}
          />
        ))}
      </Box>
    </Box>
  );
};
