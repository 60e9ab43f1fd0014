"use client";
import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from "@mui/material";
import { useState } from "react";
import { SLOTS } from "../../core/model/slot";
import { count, listed } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { fetchPack } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { saveAs } from "../client/save-as";
import { Badge } from "../shell/Badge";
import { Quiet, Trouble } from "../theme/pieces";

/** Choose parts; see what comes along and why; take the file. */
export const ExportPack = () => {
  const { about } = useAboutSite();
  const [parts, setParts] = useState<readonly string[]>([]);
  const [name, setName] = useState(`${about.site.name}, parts`);
  const [version, setVersion] = useState("1.0.0");
  const [include, setInclude] = useState({ withMenus: true, withPictures: true, withStyle: true });
  const contents = useCall("packContents", { parts: [...parts] }, { enabled: parts.length > 0 });
  const badVersion = !/^\d+\.\d+\.\d+(-[0-9A-Za-z.-]+)?$/.test(version);

  const { save, busy, trouble } = useSave({ name, version, parts, ...include });
  return (
    <Box component="section" aria-labelledby="export-head">
      <Typography variant="h2" id="export-head">
        Export parts
      </Typography>
      <Quiet>The draft as it is now. Pick parts; what they need comes along.</Quiet>
      <PartPicks picked={parts} onPick={setParts} />
      {parts.length > 0 && contents.data ? (
        <Contents data={contents.data} include={include} onInclude={setInclude} />
      ) : null}
      <Box sx={{ mt: 2, display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          label="Name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          sx={{ flex: 1, minWidth: 180 }}
        />
        <TextField
          label="Version"
          value={version}
          error={badVersion}
          onChange={(event) => setVersion(event.target.value)}
          sx={{ width: 110 }}
        />
        <Button
          variant="contained"
          onClick={save}
          disabled={busy || parts.length === 0 || name.trim() === "" || badVersion}
        >
          {parts.length === 0 ? "Pick parts first" : `Export ${count(parts.length, "part")}`}
        </Button>
      </Box>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Box>
  );
};

/** What a file is called that a pack is saved in. */
const fileName = (name: string, version: string): string => {
  const plain = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");
  return `${plain || "pack"}-${version}.zip`;
};

/** Fetches the pack and hands it to the browser as a file. */
const useSave = (
  wanted: Include & {
    readonly name: string;
    readonly version: string;
    readonly parts: readonly string[];
  },
) => {
  const site = useSite();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    setTrouble(null);
    try {
      saveAs(fileName(wanted.name, wanted.version), await fetchPack(site, wanted));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The pack could not be written.");
    } finally {
      setBusy(false);
    }
  };
  return { save, busy, trouble };
};

interface PartPicksProps {
  readonly picked: readonly string[];
  readonly onPick: (parts: readonly string[]) => void;
}

/** The parts of the site by slot and number, to be ticked. */
const PartPicks = ({ picked, onPick }: PartPicksProps) => {
  const { about } = useAboutSite();
  const all = Object.entries(about.parts)
    .filter(([, part]) => part.state !== "inBin")
    .sort(([, a], [, b]) => SLOTS.indexOf(a.slot) - SLOTS.indexOf(b.slot) || a.number - b.number);
  return (
    <Box
      sx={{ mt: 1, maxHeight: 320, overflow: "auto", borderTop: 1, borderBottom: 1, borderColor: "divider" }}
      tabIndex={0}
      role="group"
      aria-label="Parts to export"
    >
      {all.map(([id, part]) => (
        <Box key={id}>
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={picked.includes(id)}
                onChange={(_, on) => onPick(on ? [...picked, id] : picked.filter((each) => each !== id))}
                sx={{ py: 0.5 }}
              />
            }
            label={
              <>
                <Badge slot={part.slot} number={part.number} />{" "}
                <span style={{ marginLeft: 6 }}>{part.name}</span>
              </>
            }
          />
        </Box>
      ))}
    </Box>
  );
};

interface Include {
  readonly withMenus: boolean;
  readonly withPictures: boolean;
  readonly withStyle: boolean;
}
interface ContentsProps {
  readonly data: {
    menus: readonly { name: string }[];
    pictures: readonly { name: string }[];
    colours: readonly { name: string }[];
    textStyles: readonly { name: string }[];
    needs: readonly { name: string; type: string }[];
  };
  readonly include: Include;
  readonly onInclude: (include: Include) => void;
}

const Contents = ({ data, include, onInclude }: ContentsProps) => {
  const rows = [
    ["withMenus", "Menus", data.menus],
    ["withPictures", "Pictures", data.pictures],
    ["withStyle", "Colours and text styles", [...data.colours, ...data.textStyles]],
  ] as const;
  return (
    <Box sx={{ mt: 1.5, display: "grid" }}>
      {rows.map(([key, words, items]) =>
        items.length === 0 ? null : (
          <FormControlLabel
            key={key}
            control={
              <Checkbox
                size="small"
                checked={include[key]}
                onChange={(_, on) => onInclude({ ...include, [key]: on })}
                sx={{ py: 0.5 }}
              />
            }
            label={
              <>
                {words}: <Quiet>{listed(items.map((item) => item.name))}</Quiet>
              </>
            }
          />
        ),
      )}
      {data.needs.length > 0 ? (
        <Quiet style={{ marginTop: 4 }}>
          The other site will be asked about {count(data.needs.length, "thing")} these parts point at:{" "}
          {listed(data.needs.slice(0, 6).map((need) => need.name))}
          {data.needs.length > 6 ? " …" : ""}.
        </Quiet>
      ) : null}
    </Box>
  );
};
