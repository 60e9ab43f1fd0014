"use client";

/** Hands something to the browser as a file of a name. */
export const saveAs = (name: string, file: Blob): void => {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
};
