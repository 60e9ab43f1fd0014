"use client";
import { useEffect } from "react";
import { Waiting } from "../theme/pieces";

const AGAIN_MS = 3000;

/** Stands there while nobody can be asked where to go, and asks again by itself. */
export const ComeAgain = () => {
  useEffect(() => {
    const timer = setTimeout(() => window.location.reload(), AGAIN_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Waiting what="The server is busy or its database cannot be reached. It is asked again by itself …" />
  );
};
