"use client";
import { createDocumentEditor } from "./document-editor";

export const useStyleEditor = createDocumentEditor("style");
