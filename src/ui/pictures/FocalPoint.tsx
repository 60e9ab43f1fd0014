"use client";
import { Box, styled } from "@mui/material";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Point } from "../../core/layout/crops";

const within = (value: number): number => Math.round(Math.min(100, Math.max(0, value)) * 10) / 10;

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const Ring = styled("button")(({ theme }) => ({
  position: "absolute",
  width: 26,
  height: 26,
  margin: -13,
  padding: 0,
  border: "2px solid #fff",
  borderRadius: "50%",
  background: "rgb(0 0 0/.35)",
  boxShadow: `0 0 0 2px ${theme.vars?.palette.ours.brass}`,
  cursor: "grab",
  "&::after": {
    content: '""',
    position: "absolute",
    inset: 9,
    borderRadius: "50%",
    background: "#fff",
  },
}));

/** The whole picture with the point that must stay in view: pointed at, dragged, or moved by arrows (Shift: ten times as far). */
export const FocalPoint = ({
  src,
  alt,
  point,
  isOpen,
  onChange,
}: {
  readonly src: string;
  readonly alt: string;
  readonly point: Point;
  readonly isOpen: boolean;
  readonly onChange: (point: Point) => void;
}) => {
  const area = useRef<HTMLDivElement>(null);
  const place = (event: PointerEvent) => {
    const box = area.current?.getBoundingClientRect();
    if (!box || !isOpen) return;
    onChange({
      x: within(((event.clientX - box.left) / box.width) * 100),
      y: within(((event.clientY - box.top) / box.height) * 100),
    });
  };
  const walk = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step || !isOpen) return;
    event.preventDefault();
    const far = event.shiftKey ? 10 : 1;
    onChange({ x: within(point.x + step[0] * far), y: within(point.y + step[1] * far) });
  };
  return (
    <Box
      ref={area}
      data-testid="focal-area"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        place(event);
      }}
      onPointerMove={(event) => {
        if (event.buttons === 1) place(event);
      }}
      sx={{
        position: "relative",
        display: "inline-block",
        maxWidth: "100%",
        cursor: "crosshair",
        touchAction: "none",
        lineHeight: 0,
      }}
    >
      <Box
        component="img"
        src={src}
        alt={alt}
        draggable={false}
        sx={{ maxWidth: "100%", maxHeight: 420, display: "block" }}
      />
      <Ring
        type="button"
        disabled={!isOpen}
        aria-label={`Focal point: ${Math.round(point.x)} % across, ${Math.round(point.y)} % down`}
        aria-description="Arrow keys move it, with Shift ten times as far"
        onKeyDown={walk}
        style={{ left: `${point.x}%`, top: `${point.y}%` }}
      />
    </Box>
  );
};
