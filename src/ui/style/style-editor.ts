"use client";
import { createDocumentEditor } from "../client/document-editor";

export const useStyleEditor = createDocumentEditor("style");
