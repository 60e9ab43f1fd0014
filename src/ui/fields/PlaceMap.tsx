"use client";
import { Box, styled } from "@mui/material";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import { MAP_COLOURS, MAP_SIZE, type MapTone, mapName } from "../../core/draw/map-address";
import { offsetOf, placeAt } from "../../core/geo/mercator";
import { placeText } from "../../core/geo/place-text";
import { type Place, ZOOM } from "../../core/model/place";
import { useSite } from "../client/hooks";
import { Quiet } from "../theme/pieces";

const HEIGHT = 230;
/** What one looks at where no place is told yet. */
const ANYWHERE: View = { middle: { lat: 35, lon: 12 }, zoom: ZOOM.least };
/** Less than so many px is a press, more is a push. */
const PRESS = 4;

interface View {
  readonly middle: Place;
  readonly zoom: number;
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const SMALL_STEP = 4;
const LARGE_STEP = 40;

const Near = styled("button")(({ theme }) => ({
  width: 28,
  height: 28,
  padding: 0,
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderRadius: 4,
  background: theme.vars?.palette.background.paper,
  color: "inherit",
  font: "inherit",
  cursor: "pointer",
  "&:disabled": { opacity: 0.4, cursor: "default" },
}));

/** The earth to point at: a press puts the place there, a push moves the map, arrows move the place. */
export const PlaceMap = ({
  value,
  onChange,
}: {
  readonly value: Place | null;
  readonly onChange: (value: Place) => void;
}) => {
  const [view, setView] = useState<View>(value ? { middle: value, zoom: 7 } : ANYWHERE);
  const [pushed, setPushed] = useState<readonly [number, number]>([0, 0]);
  const start = useRef<readonly [number, number] | null>(null);
  const drawn = useDrawn(view);
  const { middle, zoom } = view;
  const looksAt = (at: Place) => setView({ middle: at, zoom });

  const end = (event: PointerEvent<HTMLElement>) => {
    const from = start.current;
    start.current = null;
    setPushed([0, 0]);
    if (!from) return;
    const [right, down] = [event.clientX - from[0], event.clientY - from[1]];
    if (Math.hypot(right, down) > PRESS) {
      looksAt(placeAt(middle, zoom, -right, -down));
      return;
    }
    const box = event.currentTarget.getBoundingClientRect();
    onChange(
      placeAt(
        middle,
        zoom,
        event.clientX - box.left - box.width / 2,
        event.clientY - box.top - box.height / 2,
      ),
    );
  };
  const walk = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const far = event.shiftKey ? LARGE_STEP : SMALL_STEP;
    const next = placeAt(value ?? middle, zoom, step[0] * far, step[1] * far);
    onChange(next);
    looksAt(next);
  };
  const nearer = (by: number) => setView({ middle: value ?? middle, zoom: zoom + by });
  const [right, down] = value ? offsetOf(value, middle, zoom) : [0, 0];
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <Box
        role="application"
        tabIndex={0}
        data-testid="place-map"
        aria-label={value ? `Map, the place is at ${placeText(value)}` : "Map, no place yet"}
        aria-description="Arrow keys move the place, with Shift ten times as far"
        onKeyDown={walk}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          start.current = [event.clientX, event.clientY];
        }}
        onPointerMove={(event) => {
          if (start.current) setPushed([event.clientX - start.current[0], event.clientY - start.current[1]]);
        }}
        onPointerUp={end}
        onPointerCancel={() => {
          start.current = null;
          setPushed([0, 0]);
        }}
        sx={{
          position: "relative",
          height: HEIGHT,
          overflow: "hidden",
          borderRadius: 1,
          border: 1,
          borderColor: "divider",
          background: MAP_COLOURS.light.water,
          cursor: "crosshair",
          touchAction: "none",
          userSelect: "none",
        }}
      >
        <div style={{ position: "absolute", inset: 0, translate: `${pushed[0]}px ${pushed[1]}px` }}>
          {drawn ? (
            <Drawing
              src={drawn.src}
              at={offsetOf(drawn.view.middle, middle, zoom)}
              isSame={drawn.view.zoom === zoom}
            />
          ) : null}
          {value ? <Pin style={{ left: `calc(50% + ${right}px)`, top: `calc(50% + ${down}px)` }} /> : null}
        </div>
      </Box>
      <Box sx={{ display: "flex", gap: 0.5, alignItems: "center" }}>
        <Near type="button" aria-label="Nearer" disabled={zoom >= ZOOM.most} onClick={() => nearer(1)}>
          +
        </Near>
        <Near type="button" aria-label="Farther" disabled={zoom <= ZOOM.least} onClick={() => nearer(-1)}>
          −
        </Near>
        <Quiet style={{ fontSize: 12, paddingLeft: 4 }}>Press to put it there, drag to move the map.</Quiet>
      </Box>
    </Box>
  );
};

const Pin = styled("span")({
  position: "absolute",
  width: 14,
  height: 14,
  margin: -7,
  border: "4px solid #14191a",
  borderRadius: "50%",
  background: "#fff",
  boxShadow: "0 0 0 2px #fff",
  pointerEvents: "none",
});

/** A drawn map where it belongs; of another scale it waits unseen. */
const Drawing = ({
  src,
  at: [right, down],
  isSame,
}: {
  readonly src: string;
  readonly at: readonly [number, number];
  readonly isSame: boolean;
}) => (
  <Box
    component="img"
    src={src}
    alt=""
    draggable={false}
    sx={{
      position: "absolute",
      left: `calc(50% + ${right}px)`,
      top: `calc(50% + ${down}px)`,
      width: MAP_SIZE.width,
      height: MAP_SIZE.height,
      maxWidth: "none",
      translate: "-50% -50%",
      visibility: isSame ? "visible" : "hidden",
    }}
  />
);

const TONE: MapTone = "light";

/** The last map that has come, so that nothing is empty while the next one is drawn. */
const useDrawn = ({ middle, zoom }: View): { readonly src: string; readonly view: View } | null => {
  const site = useSite();
  const [drawn, setDrawn] = useState<{ readonly src: string; readonly view: View } | null>(null);
  const src = `/api/studio/${site}/media/${mapName({ place: middle, zoom, tone: TONE })}`;
  useEffect(() => {
    const image = new Image();
    image.onload = () => setDrawn({ src, view: { middle, zoom } });
    image.src = src;
    return () => {
      image.onload = null;
    };
  }, [src, middle, zoom]);
  return drawn;
};
