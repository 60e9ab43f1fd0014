"use client";
import { Box, styled } from "@mui/material";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import { useStore } from "zustand";
import { type Operation, setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { outerId } from "../../core/design/pieces";
import { findPlace } from "../../core/design/tree";
import { fitMendOperations } from "../../core/layout/fit-mends";
import type { Way } from "../../core/layout/reach";
import { type BandReading, NARROWEST, WIDEST_SCREEN } from "../../core/layout/readings";
import { nodeName } from "../../messages/changes";
import { fitMendWords, roomWords, troubleWords, unmeasuredWords, wayWords } from "../../messages/fit";
import { digits } from "../../messages/words";
import { useAct, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { FitBar, FitScale, placeOf, widthAt } from "../fit/FitBar";
import type { usePreview } from "../preview/usePreview";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet } from "../theme/pieces";
import { useEditor } from "./editor";

interface Wish {
  readonly band: string;
  readonly at: number;
}

interface RulerProps {
  readonly said: ReturnType<typeof usePreview>["said"];
  readonly ways: FindWays;
}

/** What each band of the part does at every width. The edge where a menu fits can be dragged: what reaches it is offered. */
export const Ruler = ({ said, ways }: RulerProps) => {
  const readings = useStore(said, (now) => now.readings);
  const [wish, setWish] = useState<Wish | null>(null);
  const wished = readings.find(({ band }) => band === wish?.band);
  const measured = readings.filter(({ isExact }) => isExact);
  const unknown = readings.filter(({ isExact, hasMenu }) => hasMenu && !isExact);
  if (measured.length + unknown.length === 0) return null;
  return (
    <Box component="section" aria-label="Ruler" sx={{ mb: 1.25 }}>
      {unknown.map(({ band, name, flowing }) => (
        <Quiet key={band} style={{ display: "block" }}>
          {name || "Band"}: {unmeasuredWords(flowing)}. Its menu becomes a button early, so that it never
          takes two rows.
        </Quiet>
      ))}
      {measured.map((reading) => (
        <Line
          key={reading.band}
          reading={reading}
          wish={wish?.band === reading.band ? wish.at : null}
          onWish={setWish}
        />
      ))}
      {measured.length > 0 ? (
        <Columns>
          <span />
          <div className="bar">
            <FitScale />
          </div>
        </Columns>
      ) : null}
      {measured.map(({ band, name, troubles }) => (
        <Troubles key={band} band={band} name={name || "Band"} troubles={troubles} />
      ))}
      {wish && wished ? (
        <Ways wish={wish} name={wished.name} ways={ways} onClose={() => setWish(null)} />
      ) : null}
    </Box>
  );
};

/** What is wrong with how a band fits, each with what mends it in one click. */
const Troubles = ({
  band,
  name,
  troubles,
}: {
  readonly band: string;
  readonly name: string;
  readonly troubles: BandReading["troubles"];
}) => {
  const { id, body: part, apply, select } = useEditor();
  if (!part || troubles.length === 0) return null;
  return troubles.map((trouble) => {
    const { state, from, node, mends } = trouble;
    const tight = node === null ? undefined : findPlace(part, outerId(node))?.node;
    return (
      <Box
        key={`${state} ${from}`}
        sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline", py: 0.25 }}
      >
        <Act aria-label={`${name}: open what does not fit`} onClick={() => select(tight?.id ?? band)}>
          {name}
        </Act>
        <Quiet>{troubleWords(trouble, tight ? nodeName(tight) : "")}</Quiet>
        {mends.map((mend) => (
          <Act key={fitMendWords(mend)} onClick={() => apply(fitMendOperations(part, id, band, mend))}>
            {fitMendWords(mend)}
          </Act>
        ))}
      </Box>
    );
  });
};

const Columns = styled("div")(({ theme }) => ({
  display: "grid",
  gridTemplateColumns: "92px minmax(0,1fr) 168px",
  gap: theme.spacing(1.5),
  alignItems: "center",
  "& > .name": { overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" },
  "& > .bar": { position: "relative" },
  [theme.breakpoints.down("sm")]: {
    gridTemplateColumns: "minmax(0,1fr) auto",
    "& > .bar": { gridColumn: "1 / -1", gridRow: 2 },
  },
}));

const Line = ({
  reading,
  wish,
  onWish,
}: {
  readonly reading: BandReading;
  readonly wish: number | null;
  readonly onWish: (wish: Wish | null) => void;
}) => {
  const name = reading.name || "Band";
  const slot = useEditor(({ body }) => body?.slot ?? "header");
  return (
    <Columns>
      <div className="name">{name}</div>
      <div className="bar">
        <FitBar label={name} slot={slot} stretches={reading.stretches} />
        {reading.hasMenu && reading.edge !== null ? (
          <Edge
            name={name}
            at={wish ?? reading.edge}
            onWish={(at) => onWish(at === null ? null : { band: reading.band, at })}
          />
        ) : null}
      </div>
      <Quiet style={{ fontSize: 12 }}>{roomWords(reading)}</Quiet>
    </Columns>
  );
};

interface EdgeProps {
  readonly name: string;
  readonly at: number;
  readonly onWish: (at: number | null) => void;
}

/** The edge as something to hold: by pointer, or by arrows (Shift: 8 px). */
const Edge = ({ name, at, onWish }: EdgeProps) => {
  const [held, setHeld] = useState<number | null>(null);
  const shown = held ?? at;
  const widthOf = (event: PointerEvent<HTMLElement>): number => {
    const line = event.currentTarget.parentElement?.getBoundingClientRect();
    return line ? widthAt((event.clientX - line.left) / line.width) : at;
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === "Escape") return onWish(null);
    const by = event.key === "ArrowLeft" ? -1 : event.key === "ArrowRight" ? 1 : 0;
    if (by === 0) return;
    event.preventDefault();
    onWish(Math.min(WIDEST_SCREEN, Math.max(NARROWEST, at + by * (event.shiftKey ? 8 : 1))));
  };
  return (
    <Held
      role="slider"
      tabIndex={0}
      aria-label={`${name}: one row from`}
      aria-valuemin={NARROWEST}
      aria-valuemax={WIDEST_SCREEN}
      aria-valuenow={shown}
      aria-valuetext={`${shown} px`}
      onKeyDown={keys}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld(widthOf(event));
      }}
      onPointerMove={(event) => (held === null ? undefined : setHeld(widthOf(event)))}
      onPointerUp={(event) => {
        if (held === null) return;
        setHeld(null);
        onWish(widthOf(event));
      }}
      style={{ left: `${placeOf(shown)}%`, ["--at" as string]: `"${digits(shown)}"` }}
    />
  );
};

const Held = styled("div")(({ theme }) => ({
  position: "absolute",
  top: -1,
  bottom: -3,
  width: 25,
  marginLeft: -13,
  cursor: "ew-resize",
  touchAction: "none",
  "&::before": {
    content: '""',
    position: "absolute",
    insetBlock: 0,
    left: 12,
    width: 2,
    background: theme.vars?.palette.ours.brass,
  },
  "&::after": {
    content: "var(--at)",
    position: "absolute",
    top: 2,
    right: 16,
    fontSize: 12,
    fontWeight: 650,
    color: theme.vars?.palette.ours.brass,
    background: theme.vars?.palette.ours.desk,
    paddingLeft: 3,
  },
}));

const operationOf = (part: Part, id: string, way: Way): Operation | null => {
  const set = (node: string, path: readonly string[], value: unknown) =>
    setNodeOperation(part, id, node, path, value);
  switch (way.is) {
    case "menuGap":
      return set(way.node, ["settings", "gap"], way.to);
    case "bandGap":
      return set(way.node, ["gap"], way.to);
    case "logo":
      return set(way.node, ["settings", "height", "wide"], way.to);
    case "hide":
      return set(way.node, ["look", "hideOn"], way.hideOn);
    case "fixed":
      return set(way.node, ["settings", "buttonBelow"], way.to);
    case "menuText":
    case "label":
      return null;
  }
};

type FindWays = (part: Part, band: string, target: number) => Promise<readonly Way[]>;

interface Found {
  readonly part: Part;
  readonly at: number;
  readonly ways: readonly Way[];
}

/**
 * What would reach the width one wished for, worked out anew when the part or the wish changes; `null` until it is
 * known: what reaches another width is not offered for this one.
 */
const useFound = ({ band, at }: Wish, ways: FindWays): readonly Way[] | null => {
  const part = useEditor((editor) => editor.body);
  const [found, setFound] = useState<Found | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    if (!part) return;
    asked.current += 1;
    const mine = asked.current;
    void ways(part, band, at).then((next) => {
      if (asked.current === mine) setFound({ part, at, ways: next });
    });
  }, [part, band, at, ways]);
  return found && found.part === part && found.at === at ? found.ways : null;
};

/** Does what reaches it: in the part, or in the house style. */
const useTake = (onDone: () => void) => {
  const change = useAct("change");
  const take = async (way: Way) => {
    const { id, body, apply } = useEditor.getState();
    if (way.is === "menuText") {
      const path = ["type", "menu", "size"];
      await change.mutateAsync({
        operations: [{ op: "set", id: "style", path, value: way.to, was: way.from }],
      });
    } else if (body) {
      const operation = operationOf(body, id, way);
      if (operation) apply([operation]);
    }
    onDone();
  };
  return { take, isBusy: change.isPending };
};

/** The list of what makes a band fit from the width one wished for, each one click. */
const Ways = ({
  wish,
  name,
  ways,
  onClose,
}: {
  readonly wish: Wish;
  readonly name: string;
  readonly ways: FindWays;
  readonly onClose: () => void;
}) => {
  const found = useFound(wish, ways);
  const site = useSite();
  const { take, isBusy } = useTake(onClose);
  const { at } = wish;
  return (
    <Box
      role="group"
      aria-label="What reaches it"
      sx={(theme) => ({
        mt: 0.5,
        px: 1.5,
        py: 1,
        border: 1,
        borderColor: "divider",
        borderRadius: 1,
        background: theme.vars?.palette.ours.sheet,
      })}
    >
      <Box sx={{ display: "flex", gap: 1.5 }}>
        <strong>
          {name || "The band"} in one row from {digits(at)} px
        </strong>
        <Act style={{ marginLeft: "auto" }} onClick={onClose}>
          Close
        </Act>
      </Box>
      {found === null ? <Quiet>Trying what would do …</Quiet> : null}
      {found?.length === 0 ? (
        <Quiet>No single change reaches it. Wish for a little less, then again from there.</Quiet>
      ) : null}
      <Box
        component="ul"
        sx={{
          listStyle: "none",
          m: 0,
          p: 0,
          display: "flex",
          flexWrap: "wrap",
          columnGap: 2.5,
          "& a, & button": { display: "inline-block", py: "4px", minHeight: 26 },
        }}
      >
        {found?.map((way) => (
          <li key={JSON.stringify(way)}>
            {way.is === "label" ? (
              <SheetLink href={leafPath("menus", site, way.menu)}>{wayWords(way)}</SheetLink>
            ) : (
              <Act disabled={isBusy} onClick={() => take(way)}>
                {wayWords(way)}
              </Act>
            )}
          </li>
        ))}
      </Box>
    </Box>
  );
};
