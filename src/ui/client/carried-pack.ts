"use client";
import { create } from "zustand";

/** A pack on its way from one site of the studio to another, without a file in between: for which site, and what is in it. */
export const useCarriedPack = create<{ readonly site: string; readonly file: File | null }>(() => ({
  site: "",
  file: null,
}));

/** Takes what was carried to a site; it is taken once. */
export const takeCarried = (site: string): File | null => {
  const carried = useCarriedPack.getState();
  if (carried.site !== site) return null;
  useCarriedPack.setState({ site: "", file: null });
  return carried.file;
};
