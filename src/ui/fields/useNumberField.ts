"use client";
import { type ChangeEvent, type KeyboardEvent, useState } from "react";
import { readNumber } from "./arithmetic";
import { useLabelDrag } from "./useLabelDrag";

interface NumberField {
  readonly id?: string | undefined;
  /** Without one of its own the field is empty. */
  readonly value: number | undefined;
  /** Where arrows and dragging begin, where it has none of its own. */
  readonly from: number;
  readonly min: number;
  readonly max: number;
  /** Whether it may be emptied; else it stays as it was. */
  readonly mayBeEmpty: boolean;
  readonly onChange: (value: number | undefined) => void;
}

/** A field for a number: by arrows (±1, Shift ±8), by small sums such as 20+4, and by dragging its name. */
export const useNumberField = ({ id, value, from, min, max, mayBeEmpty, onChange }: NumberField) => {
  const plain = value === undefined ? "" : String(value);
  const [text, setText] = useState(plain);
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(plain);
  }
  const take = (next: number) => onChange(Math.min(max, Math.max(min, next)));
  useLabelDrag(id, value ?? from, take);
  const isEmpty = text.trim() === "";
  const finish = () => {
    const next = readNumber(text);
    if (next !== undefined) take(next);
    else if (!isEmpty || !mayBeEmpty) setText(plain);
    else if (value !== undefined) onChange(undefined);
  };
  return {
    value: text,
    error: !isEmpty && readNumber(text) === undefined,
    onChange: ({ target }: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      setText(target.value);
      const typed = /^\d+$/.test(target.value.trim()) ? readNumber(target.value) : undefined;
      if (typed !== undefined && typed >= min && typed <= max) onChange(typed);
    },
    onBlur: finish,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === "Enter" && !isEmpty && readNumber(text) !== undefined) finish();
      const step = { ArrowUp: 1, ArrowDown: -1 }[event.key];
      if (step === undefined) return;
      event.preventDefault();
      take((value ?? from) + step * (event.shiftKey ? 8 : 1));
    },
  };
};
