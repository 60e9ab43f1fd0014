import { useCallback, useState } from "react";

/** How wide a desk of previews is, followed as it changes. */
export const useRoom = () => {
  const [room, setRoom] = useState(780);
  const desk = useCallback((node: HTMLDivElement | null) => {
    if (!node) return;
    const watch = new ResizeObserver(([entry]) => setRoom(Math.floor(entry?.contentRect.width ?? 780)));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  return { desk, room };
};
