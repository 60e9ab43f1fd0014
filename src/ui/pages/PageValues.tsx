"use client";
import { Box } from "@mui/material";
import { useSnackbar } from "notistack";
import { useEffect, useRef, useState } from "react";
import type { ChoiceType } from "../../core/model/choices";
import type { Slot } from "../../core/model/slot";
import type { Control } from "../../messages/controls";
import { optionsNamed } from "../../messages/values";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { call } from "../client/call";
import { useRefresh, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { Field } from "../fields/Field";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet } from "../theme/pieces";

export type SlotOfPage = CallResult<"page">["slots"][number];
export type SettingOfPage = SlotOfPage["settings"][number];

const CONTROLS: Readonly<Record<Exclude<ChoiceType, "option">, Control>> = {
  text: { type: "text" },
  richText: { type: "markdown" },
  picture: { type: "picture" },
  colour: { type: "colour" },
  target: { type: "target" },
  switch: { type: "switch" },
};
/** What a setting is said with on one page: of a few values the one it is to have. */
export const controlOf = ({
  type,
  path,
  options,
}: Pick<SettingOfPage, "type" | "path" | "options">): Control =>
  type === "option" ? { type: "one", options: optionsNamed(path.at(-1) ?? "", options) } : CONTROLS[type];

/** Typing is saved when it rests. */
const REST_MS = 500;

interface ValueProps {
  readonly page: string;
  readonly slot: Slot;
  readonly part: string;
  readonly setting: SettingOfPage;
}

/** What a page says of a setting: shown as it is typed, saved when it rests. */
export const usePageValue = ({ page, slot, part, setting }: ValueProps) => {
  const site = useSite();
  const refresh = useRefresh();
  const say = useSnackbar().enqueueSnackbar;
  const [value, setValue] = useState<unknown>(setting.value);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const waiting = useRef(false);
  const known = JSON.stringify(setting.value);
  // what the server has is taken over, unless something is being typed
  useEffect(() => {
    if (!waiting.current) setValue(JSON.parse(known ?? "null") as unknown);
  }, [known]);
  const { open, node, path } = setting;
  const save = async (next: unknown) => {
    const change = open
      ? call(site, "sayOnPage", { page, slot, name: open.name, value: next as never })
      : call(site, "openToPages", { part, node, path: [...path], page, value: next as never });
    const saved = await change.catch((error: unknown) => {
      say(error instanceof Error ? error.message : "It could not be saved.", { variant: "error" });
    });
    waiting.current = false;
    await refresh(saved ? [saved] : []);
  };
  const change = (next: unknown) => {
    setValue(next);
    waiting.current = true;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(next), REST_MS);
  };
  return { value, change, save };
};

/** One setting of a part as this page has it: what is typed here is said by this page only. */
export const PageValue = ({ page, slot, part, setting }: ValueProps) => {
  const { value, change, save } = usePageValue({ page, slot, part, setting });
  const { open, path } = setting;
  const mayOpen = useMay("design");
  if (!open && !mayOpen) return null;
  return (
    <Box component="section" aria-label={`${setting.label} on this page`} sx={{ py: 0.25 }}>
      <Field
        spec={{ path: [...path], control: controlOf(setting), label: setting.label }}
        value={value}
        onChange={change}
      />
      <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 1.25, fontSize: 12, pl: "122px" }}>
        {open === null ? null : open.source === "page" ? (
          <>
            <strong>this page only</strong>
            <Act onClick={() => void save(null)} aria-label={`Reset ${setting.label}`}>
              Reset
            </Act>
          </>
        ) : (
          <Quiet>as everywhere</Quiet>
        )}
      </Box>
    </Box>
  );
};

interface PointedSettingsProps {
  readonly page: string;
  readonly data: SlotOfPage;
  /** Ids from the innermost outwards. */
  readonly nodes: readonly string[];
}

/** What was clicked in the preview: its settings for this page only, and the way to them for everywhere. */
export const PointedSettings = ({ page, data, nodes }: PointedSettingsProps) => {
  const site = useSite();
  const { badge } = useAboutSite();
  const node = nodes.find((id) => data.settings.some((setting) => setting.node === id));
  const { part, slot } = data;
  if (!part || node === undefined) return null;
  const settings = data.settings.filter((setting) => setting.node === node);
  return (
    <Box
      component="section"
      aria-label="What was clicked"
      sx={(theme) => ({
        borderLeft: `2px solid ${theme.vars?.palette.ours.brass}`,
        pl: 1.5,
        py: 0.5,
        my: 0.75,
      })}
    >
      {settings.map((setting) => (
        <PageValue
          key={`${part} ${node} ${setting.path.join(".")}`}
          page={page}
          slot={slot}
          part={part}
          setting={setting}
        />
      ))}
      {settings.some(({ open }) => open === null) ? (
        <Quiet style={{ display: "block", fontSize: 12 }}>
          What is typed here holds on this page only; {badge(part)} lets pages change it from then on.
        </Quiet>
      ) : null}
      <SheetLink href={`${partPath(part, site)}?node=${nodes[0]}`}>
        Change it everywhere {badge(part)} shows
      </SheetLink>
    </Box>
  );
};

/** The settings of a slot that pages may change, and what this page still says for parts that do not ask. */
export const OpenValues = ({ page, data }: { readonly page: string; readonly data: SlotOfPage }) => {
  const site = useSite();
  const refresh = useRefresh();
  const { part, slot, unread } = data;
  const forget = async (name: string) => {
    await refresh([await call(site, "sayOnPage", { page, slot, name, value: null })]);
  };
  return (
    <>
      {part
        ? data.settings
            .filter((setting) => setting.open)
            .map((setting) => (
              <PageValue
                key={`${part} ${setting.node} ${setting.path.join(".")}`}
                page={page}
                slot={slot}
                part={part}
                setting={setting}
              />
            ))
        : null}
      {unread.map((name) => (
        <Box key={name} sx={{ display: "flex", gap: 1.25, fontSize: 12 }}>
          <Quiet>This page says something for “{name}”, which no part here asks for.</Quiet>
          <Act onClick={() => void forget(name)}>Remove it</Act>
        </Box>
      ))}
    </>
  );
};
