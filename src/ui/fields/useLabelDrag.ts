"use client";
import { useEffect, useRef } from "react";

/** How far the pointer goes for one step, px. */
const STEP_PX = 4;
/** A press that moves less than this is a click on the label. */
const SLACK_PX = 3;

/** The name of a number is a handle too: dragged sideways it changes the number, by eights with Shift. Touch scrolls instead. */
export const useLabelDrag = (
  id: string | undefined,
  value: number,
  onDrag: (value: number) => void,
): void => {
  const current = useRef({ value, onDrag });
  current.current = { value, onDrag };
  useEffect(() => {
    const label = id ? document.querySelector<HTMLElement>(`label[for="${CSS.escape(id)}"]`) : null;
    if (!label) return;
    let start: { x: number; value: number } | null = null;
    let isDragged = false;
    const press = (event: PointerEvent) => {
      if (event.pointerType === "touch" || event.button !== 0 || label.closest("fieldset:disabled")) return;
      start = { x: event.clientX, value: current.current.value };
      isDragged = false;
      label.setPointerCapture(event.pointerId);
    };
    const move = (event: PointerEvent) => {
      if (!start) return;
      const way = event.clientX - start.x;
      isDragged ||= Math.abs(way) > SLACK_PX;
      const next = start.value + Math.trunc(way / STEP_PX) * (event.shiftKey ? 8 : 1);
      if (isDragged && next !== current.current.value) current.current.onDrag(next);
    };
    const release = () => {
      start = null;
    };
    const click = (event: MouseEvent) => {
      if (isDragged) event.preventDefault();
    };
    const listening = new AbortController();
    const { signal } = listening;
    Object.assign(label.style, { cursor: "ew-resize", userSelect: "none" });
    label.addEventListener("pointerdown", press, { signal });
    label.addEventListener("pointermove", move, { signal });
    label.addEventListener("pointerup", release, { signal });
    label.addEventListener("pointercancel", release, { signal });
    label.addEventListener("click", click, { signal });
    return () => {
      Object.assign(label.style, { cursor: "", userSelect: "" });
      listening.abort();
    };
  }, [id]);
};
