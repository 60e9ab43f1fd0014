"use client";
import { Box, Button, Menu, MenuItem, TextField, Typography } from "@mui/material";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useSnackbar } from "notistack";
import { type ReactNode, useState } from "react";
import type { Part } from "../../core/design/part";
import type { Slot } from "../../core/model/slot";
import { pages, STATE_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { type CallResult, fetchPack } from "../client/call";
import { useCarriedPack } from "../client/carried-pack";
import { saveAll } from "../client/document-editor";
import { useAct, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { Badge } from "../shell/Badge";
import { useOffers } from "../shell/offers";
import { Quiet } from "../theme/pieces";
import { HeadLine } from "./HeadLine";

const LEAF_NAMES = [
  [[], "Design"],
  [["where"], "Where it shows"],
  [["history"], "History"],
] as const;

/** The head of a part: its badge, name, state, leaves, and what can be done with it. */
export const PartHead = ({
  data,
  leaf,
  children,
}: {
  readonly data: CallResult<"part">;
  readonly leaf: "design" | "where" | "history";
  readonly children?: ReactNode;
}) => {
  const site = useSite();
  const { body, id } = data;
  const state = useAboutSite().about.parts[id]?.state;
  const acts = usePartActs(id, () => undefined);
  useOffers("part", () => [
    ...LEAF_NAMES.map(([below, title]) => ({
      key: `leaf ${id} ${title}`,
      title,
      detail: `leaf of ${body.name}`,
      href: partPath(id, site, below),
    })),
    ...acts
      .all(data.body)
      .map(({ words, run }) => ({ key: `do ${words}`, title: words, detail: body.name, act: run })),
  ]);
  return (
    <HeadLine>
      <Badge slot={body.slot as Slot} number={body.number} />
      <PartName id={id} name={body.name} />
      <Quiet>
        {state ? `${STATE_NAMES[state]} · ` : ""}shows on {data.shows} of {pages(data.pages)}
      </Quiet>
      <Box
        component="nav"
        aria-label="Leaves of the part"
        sx={{ display: "flex", gap: 2, alignSelf: "stretch", ml: 2 }}
      >
        {LEAF_NAMES.map(([below, name]) => (
          <Leaf key={name} href={partPath(id, site, below)} open={leaf === (below[0] ?? "design")}>
            {name}
          </Leaf>
        ))}
      </Box>
      <Box
        sx={{
          flex: "1 1 auto",
          display: "flex",
          flexWrap: { xs: "wrap", md: "nowrap" },
          justifyContent: "flex-end",
          alignItems: "center",
          gap: { xs: 1, md: 2 },
          pl: { md: 1 },
          minWidth: 0,
          pb: { xs: 1, md: 0 },
        }}
      >
        {children}
        <PartMenu data={data} />
      </Box>
    </HeadLine>
  );
};

const Leaf = ({
  href,
  open,
  children,
}: {
  readonly href: string;
  readonly open: boolean;
  readonly children: string;
}) => (
  <Box
    component={Link}
    href={href}
    aria-current={open ? "page" : undefined}
    sx={{
      display: "flex",
      alignItems: "center",
      minHeight: 50,
      textDecoration: "none",
      color: open ? "text.primary" : "text.secondary",
      fontWeight: open ? 650 : 400,
      borderBottom: 2,
      borderColor: open ? "text.primary" : "transparent",
    }}
  >
    {children}
  </Box>
);

/** The name, changed in place: click it or press F2. */
const PartName = ({ id, name }: { readonly id: string; readonly name: string }) => {
  const [text, setText] = useState<string | null>(null);
  const change = useAct("change");
  if (text === null)
    return (
      <Typography variant="h1">
        <Box
          component="button"
          type="button"
          title="Rename (F2)"
          onClick={() => setText(name)}
          onKeyDown={(event) => event.key === "F2" && setText(name)}
          sx={{
            font: "inherit",
            letterSpacing: "inherit",
            color: "inherit",
            background: "none",
            border: 0,
            p: 0,
            cursor: "text",
          }}
        >
          {name}
        </Box>
      </Typography>
    );
  const done = () => {
    const next = text.trim();
    setText(null);
    if (next !== "" && next !== name)
      change.mutate({ operations: [{ op: "set", id, path: ["name"], value: next, was: name }] });
  };
  return (
    <TextField
      autoFocus
      value={text}
      slotProps={{ htmlInput: { "aria-label": "Name of the part", maxLength: 120 } }}
      onChange={(event) => setText(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === "Enter") done();
        if (event.key === "Escape") setText(null);
      }}
    />
  );
};

interface PartMenuProps {
  readonly quiet?: boolean;
  readonly data: { readonly id: string; readonly body: Pick<Part, "on" | "binnedAt"> };
}

export const PartMenu = ({ data, quiet = false }: PartMenuProps) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const acts = usePartActs(data.id, () => setAnchor(null));
  return (
    <>
      <Button
        variant={quiet ? "text" : "outlined"}
        color="inherit"
        aria-haspopup="menu"
        aria-label="More to do with this part"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        More ▾
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {acts.all(data.body).map(({ words, run }) => (
          <MenuItem key={words} onClick={run}>
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
};

const BINNED = "Put in the bin. Visitors see it until you publish.";

const usePartActs = (id: string, onBegin: () => void) => {
  const site = useSite();
  const router = useRouter();
  const say = useSnackbar().enqueueSnackbar;
  const duplicate = useAct("duplicatePart");
  const change = useAct("change");
  const notice = useUndoNotice();
  const { about } = useAboutSite();
  const acts = {
    set: async (path: "on" | "binnedAt", value: unknown, was: unknown, words: string) => {
      onBegin();
      await change.mutateAsync({ operations: [{ op: "set", id, path: [path], value, was }] });
      notice(words);
    },
    copy: async (withPlacement: boolean) => {
      onBegin();
      const made = await duplicate.mutateAsync({ part: id, withPlacement });
      say(
        withPlacement
          ? "Copied with its lines. The copy is paused: two of the same would be tied."
          : "Copied. The copy shows nowhere yet.",
      );
      router.push(partPath(made.part, site));
    },
  };
  const { set, copy } = acts;
  /** The part with all it needs, as a pack that is planned on the other site: nothing happens there before the plan is seen. */
  const carry = async (to: string) => {
    onBegin();
    await saveAll();
    const name = about.parts[id]?.name ?? "";
    try {
      const wanted = {
        name,
        version: "1.0.0",
        parts: [id],
        withMenus: true,
        withPictures: true,
        withStyle: true,
      };
      const file = new File([await fetchPack(site, wanted)], `${name}.zip`, { type: "application/zip" });
      useCarriedPack.setState({ site: to, file });
      router.push(leafPath("packs", to));
    } catch (error) {
      say(error instanceof Error ? error.message : "The part could not be copied.", { variant: "error" });
    }
  };
  return {
    /** All that can be done with a part as it is, each by its name. */
    all: ({ on, binnedAt }: Pick<Part, "on" | "binnedAt">) => [
      { words: "Duplicate", run: () => copy(false) },
      { words: "Duplicate with where it shows", run: () => copy(true) },
      ...about.sites
        .filter((each) => each.id !== site)
        .map((each) => ({ words: `Copy to ${each.name} …`, run: () => carry(each.id) })),
      ...(binnedAt !== null
        ? []
        : on
          ? [{ words: "Pause", run: () => set("on", false, true, "Paused in the draft.") }]
          : [{ words: "Switch on", run: () => set("on", true, false, "Switched on in the draft.") }]),
      binnedAt === null
        ? { words: "Put in the bin", run: () => set("binnedAt", new Date().toISOString(), null, BINNED) }
        : { words: "Restore from the bin", run: () => set("binnedAt", null, binnedAt, "Restored.") },
    ],
  };
};
