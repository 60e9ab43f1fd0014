"use client";
import { Box, Checkbox, FormControlLabel, MenuItem, Select, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { count } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallInput } from "../client/call";
import { useCall } from "../client/hooks";
import { PickBox } from "../overview/PickBox";
import { CsvLink } from "../shell/CsvLink";
import { withOrWithout } from "../shell/sets";
import { Act, Empty, Pending, Quiet, SheetHead } from "../theme/pieces";
import { SaidRow } from "./SaidRow";
import { SayForMany } from "./SayForMany";
import { keyOf, type OpenSetting, type Said } from "./said";

type Setting = NonNullable<CallInput<"said">["setting"]>;

const AT_ONCE = 100;
const NOBODY: ReadonlySet<string> = new Set();

/** What pages have otherwise than everywhere, and one setting on all pages that could say it: to be said there and then. */
export const SaidScreen = () => {
  const { asked } = useAboutSite();
  const [setting, setSetting] = useState<Setting | null>(null);
  const [text, setText] = useState("");
  const [differing, setDiffering] = useState(false);
  const [from, setFrom] = useState(0);
  const [picked, setPicked] = useState(NOBODY);
  const looking = useDeferredValue(text);
  const { data, error } = useCall("said", {
    ...asked,
    setting,
    text: looking,
    differing,
    from,
    count: AT_ONCE,
  });
  const mayChoose = useMay("choose");
  if (!data) return <Pending error={error} what="Reading what pages say …" />;
  const chosen = data.settings.find((each) => setting?.name === each.name && setting.slot === each.slot);
  const again = () => {
    setFrom(0);
    setPicked(NOBODY);
  };
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead title="What pages say themselves" about={aboutOf(data.total, chosen, differing)} />
      <Filters
        settings={data.settings}
        chosen={chosen}
        onSetting={(next) => {
          setSetting(next && { slot: next.slot, name: next.name });
          again();
        }}
        text={text}
        onText={(next) => {
          setText(next);
          again();
        }}
        differing={differing}
        onDiffering={(next) => {
          setDiffering(next);
          again();
        }}
      />
      {picked.size > 0 && mayChoose ? (
        <SayForMany
          key={[...picked].join()}
          rows={data.rows.filter((row) => picked.has(keyOf(row)))}
          setting={chosen}
          onDone={() => setPicked(NOBODY)}
        />
      ) : null}
      {data.total === 0 ? (
        <Nothing isFiltered={looking !== "" || setting !== null} />
      ) : (
        <Table rows={data.rows} isOne={setting !== null} picked={picked} onPick={(keys) => setPicked(keys)} />
      )}
      <Pages total={data.total} from={from} onFrom={setFrom} />
    </Box>
  );
};

const aboutOf = (total: number, chosen: OpenSetting | undefined, differing: boolean): string => {
  if (!chosen) return total === 0 ? "" : `${total} that ${total === 1 ? "differs" : "differ"}`;
  return `${chosen.label.toLowerCase()} on ${count(total, "page")}${differing ? " that say it" : ""}`;
};

interface FiltersProps {
  readonly settings: readonly OpenSetting[];
  readonly chosen: OpenSetting | undefined;
  readonly onSetting: (setting: OpenSetting | null) => void;
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly differing: boolean;
  readonly onDiffering: (differing: boolean) => void;
}

/** Which settings on which pages, and the table as a file. */
const Filters = ({ settings, chosen, onSetting, text, onText, differing, onDiffering }: FiltersProps) => {
  const query: Record<string, string> = chosen
    ? { text, slot: chosen.slot, name: chosen.name, ...(differing ? { differing: "yes" } : {}) }
    : { text };
  return (
    <Box
      role="search"
      aria-label="Which settings on which pages"
      sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.25, pt: 1.25 }}
    >
      <Select
        value={chosen ? settings.indexOf(chosen) : -1}
        onChange={(event) => onSetting(settings[Number(event.target.value)] ?? null)}
        SelectDisplayProps={{ "aria-label": "Which setting" }}
        sx={{ minWidth: 240 }}
      >
        <MenuItem value={-1}>everything that differs</MenuItem>
        {settings.map((each, at) => (
          <MenuItem key={`${each.slot} ${each.name}`} value={at}>
            {each.slotName}: {each.label.toLowerCase()}
            {each.pages > 0 ? ` (${each.pages})` : ""}
          </MenuItem>
        ))}
      </Select>
      <TextField
        value={text}
        onChange={(event) => onText(event.target.value)}
        placeholder={chosen ? "Page or path" : "Page, path, setting or value"}
        slotProps={{ htmlInput: { "aria-label": "Find", maxLength: 500 } }}
        sx={{ width: 260 }}
      />
      {chosen ? (
        <FormControlLabel
          control={<Checkbox size="small" checked={differing} onChange={(_, on) => onDiffering(on)} />}
          label="only pages that say it"
        />
      ) : null}
      <CsvLink name="said" query={query} />
    </Box>
  );
};

/** Of one setting its name stands above the table. */
const columnsOf = (isOne: boolean): string =>
  `26px minmax(150px,1.3fr) ${isOne ? "" : "minmax(120px,1fr) "}minmax(180px,1.6fr) minmax(110px,1.1fr) 56px`;

interface TableProps {
  readonly rows: readonly Said[];
  /** All rows are of one setting. */
  readonly isOne: boolean;
  readonly picked: ReadonlySet<string>;
  readonly onPick: (keys: ReadonlySet<string>) => void;
}

const Table = ({ rows, isOne, picked, onPick }: TableProps) => {
  const mayChoose = useMay("choose");
  const isEvery = rows.every((row) => picked.has(keyOf(row)));
  return (
    <Box sx={{ overflowX: "auto", mt: 1.5 }}>
      <Box
        role="table"
        aria-label="What pages say"
        sx={{
          minWidth: 820,
          "& > [role=row]": { display: "grid", gridTemplateColumns: columnsOf(isOne), columnGap: 1.5 },
        }}
      >
        <Box
          role="row"
          sx={{
            alignItems: "center",
            py: 0.5,
            borderBottom: 1,
            borderColor: "text.primary",
            color: "text.secondary",
            fontSize: 12,
            fontWeight: 600,
          }}
        >
          <span role="columnheader">
            {mayChoose ? (
              <PickBox
                label="Select all shown"
                isPicked={isEvery}
                onPick={() => onPick(isEvery ? NOBODY : new Set(rows.map(keyOf)))}
              />
            ) : null}
          </span>
          {["Page", ...(isOne ? [] : ["Setting"]), "Here", "Everywhere", ""].map((head) => (
            <span role="columnheader" key={head}>
              {head}
            </span>
          ))}
        </Box>
        {rows.map((row) => (
          <SaidRow
            key={keyOf(row)}
            row={row}
            isOne={isOne}
            isPicked={picked.has(keyOf(row))}
            onPick={() => onPick(withOrWithout(picked, keyOf(row)))}
          />
        ))}
      </Box>
    </Box>
  );
};

const Nothing = ({ isFiltered }: { readonly isFiltered: boolean }) =>
  isFiltered ? (
    <Quiet style={{ display: "block", marginTop: 24 }}>Nothing has that. Take words out to see more.</Quiet>
  ) : (
    <Empty title="All pages are as everywhere">
      Open a setting to pages with P beside it in a part; then each page may say something else: here, on its
      own screen, or by a click on the page.
    </Empty>
  );

/** A hundred at a time. */
const Pages = ({
  total,
  from,
  onFrom,
}: {
  readonly total: number;
  readonly from: number;
  readonly onFrom: (from: number) => void;
}) =>
  total <= AT_ONCE ? null : (
    <Box component="nav" aria-label="More" sx={{ display: "flex", gap: 2, mt: 1.5 }}>
      <Quiet>
        {from + 1} to {Math.min(total, from + AT_ONCE)} of {total}
      </Quiet>
      <Act disabled={from === 0} onClick={() => onFrom(Math.max(0, from - AT_ONCE))}>
        The {AT_ONCE} before
      </Act>
      <Act disabled={from + AT_ONCE >= total} onClick={() => onFrom(from + AT_ONCE)}>
        The next {AT_ONCE}
      </Act>
    </Box>
  );
