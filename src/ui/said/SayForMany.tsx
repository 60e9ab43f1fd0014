"use client";
import { Box, Button } from "@mui/material";
import { useState } from "react";
import { count } from "../../messages/words";
import { useAct } from "../client/hooks";
import { useUndoNotice } from "../client/useUndoNotice";
import { BareField } from "../fields/Field";
import { controlOf } from "../pages/PageValues";
import { PickedBar } from "../shell/PickedBar";
import { Act } from "../theme/pieces";
import { type OpenSetting, type Said, settingOf } from "./said";

/** What a setting is before anything is typed for many. */
const BLANK: Readonly<Record<string, unknown>> = { switch: false, richText: [], target: { url: "" } };

interface SayForManyProps {
  readonly rows: readonly Said[];
  /** The setting all rows are of; undefined where they are of several. */
  readonly setting: OpenSetting | undefined;
  readonly onDone: () => void;
}

/** The selected pages say the same, or take back what they say: one change. */
export const SayForMany = ({ rows, setting, onDone }: SayForManyProps) => {
  const takeBack = useAct("takeBackSaid");
  const notice = useUndoNotice();
  const said = rows.filter(({ source }) => source !== "part");
  const reset = async () => {
    const saved = await takeBack.mutateAsync({
      said: said.map(({ identity, slot, name }) => ({ page: identity, slot, name })),
    });
    onDone();
    if (saved.label !== "") notice(`${count(said.length, "setting")} as everywhere again, in the draft.`);
  };
  return (
    <PickedBar label="What the selected pages say">
      <strong>{rows.length} selected</strong>
      {setting ? <Say rows={rows} setting={setting} onDone={onDone} /> : null}
      <Button variant="outlined" onClick={reset} disabled={said.length === 0 || takeBack.isPending}>
        Reset {said.length}
      </Button>
      <Act style={{ marginLeft: "auto" }} onClick={onDone}>
        Select none
      </Act>
    </PickedBar>
  );
};

const Say = ({ rows, setting, onDone }: SayForManyProps & { readonly setting: OpenSetting }) => {
  const first = setting.type === "option" ? (setting.options[0] ?? "") : (BLANK[setting.type] ?? "");
  const [value, setValue] = useState<unknown>(first);
  const say = useAct("sayOnPages");
  const notice = useUndoNotice();
  const { slot, name, label } = setting;
  const shown = settingOf({ ...setting, value, source: "part" });
  const run = async () => {
    const saved = await say.mutateAsync({
      pages: rows.map(({ identity }) => identity),
      slot,
      name,
      value: value as never,
    });
    onDone();
    if (saved.label !== "") notice(`${label} said on ${count(rows.length, "page")}, in the draft.`);
  };
  return (
    <>
      <Box sx={{ minWidth: 220 }}>
        <BareField
          spec={{ path: [setting.setting], control: controlOf(shown), label: `${label} for all selected` }}
          value={value}
          onChange={setValue}
        />
      </Box>
      <Button variant="contained" onClick={run} disabled={say.isPending}>
        Say it on {count(rows.length, "page")}
      </Button>
    </>
  );
};
