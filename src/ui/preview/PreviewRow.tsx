"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type FrameSize,
  type Post,
  type Said,
  type Saying,
  type Talk,
  usePreviewDocument,
  useTalk,
  useTie,
} from "./preview-talk";

/** What a row says: that it is there, that all its frames listen, how high it is, that all show a drawing, what one of them says. */
type RowSaid =
  | { readonly type: "row" | "ready" }
  | { readonly type: "size"; readonly height: number }
  | { readonly type: "drawn"; readonly id: number; readonly at: number }
  | { readonly type: "said"; readonly from: number; readonly message: Said };

/** A frame of a row: its size, and what is said with it alone. */
interface RowFrame extends Pick<Talk, "editing" | "onPointed"> {
  readonly size: FrameSize;
}

interface RowProps extends Omit<Talk, "editing" | "onPointed" | "onPlaces"> {
  readonly origin: string;
  readonly title: string;
  /** Its width where it is not that of its place, px. */
  readonly width?: number | undefined;
  readonly frames: readonly RowFrame[];
}

/** Several previews of a page that show the same drawings. They stand in one document, which is told of a drawing once and draws it in all of them at one go. */
export const PreviewRow = ({ origin, title, width, frames, source, slot, onDrawn, ...talk }: RowProps) => {
  const hearing = useRef<((said: Said) => void)[]>([]);
  const [height, setHeight] = useState(Math.max(...frames.map(({ size }) => size.height)));
  const isThere = useRef(false);
  const sizes = JSON.stringify(frames.map(({ size }) => size));
  const arrange = () => post({ type: "frames", frames: JSON.parse(sizes) as FrameSize[] });
  const { frame, post } = usePreviewDocument(origin, (said: RowSaid) => {
    if (said.type === "row") {
      isThere.current = true;
      arrange();
    }
    if (said.type === "ready") tie();
    if (said.type === "size") setHeight(said.height);
    if (said.type === "drawn") onDrawn(said.id, said.at);
    if (said.type === "said") hearing.current[said.from]?.(said.message);
  });
  const tie = useTie(post, { source, slot });
  // biome-ignore lint/correctness/useExhaustiveDependencies: only other sizes are told
  useEffect(() => {
    if (isThere.current) arrange();
  }, [sizes]);
  return (
    <>
      <iframe
        ref={frame}
        src={`${origin}/row`}
        title={title}
        // its own colours: what it leaves free is seen through
        style={{ display: "block", border: 0, width: width ?? "100%", height, colorScheme: "light" }}
      />
      {frames.map(({ editing = null, onPointed }, at) => (
        <InRow
          key={at}
          at={at}
          post={post}
          hearing={hearing.current}
          {...talk}
          editing={editing}
          onPointed={onPointed}
        />
      ))}
    </>
  );
};

/** Talks to one frame of a row. */
const InRow = ({
  at,
  post,
  hearing,
  ...talk
}: Saying & { readonly at: number; readonly post: Post; readonly hearing: ((said: Said) => void)[] }) => {
  const postTo = useCallback<Post>((message, ports) => post({ to: at, message }, ports), [at, post]);
  hearing[at] = useTalk(postTo, talk);
  return null;
};
