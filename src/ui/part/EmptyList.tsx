"use client";
import { Box } from "@mui/material";
import { setByHand } from "../../core/design/by-hand";
import { wayOutWords } from "../../messages/list-fields";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall } from "../client/hooks";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { useEditor } from "./editor";

/** Of a list that finds nothing on the page looked at: that it does, and each click that would help. */
export const EmptyList = ({ node, mayChange }: { readonly node: string; readonly mayChange: boolean }) => {
  const isEmpty = useEditor(({ empty }) => empty.includes(node));
  const page = useEditor((state) => state.page);
  return isEmpty && page !== null ? <Said node={node} page={page} mayChange={mayChange} /> : null;
};

interface SaidProps {
  readonly node: string;
  readonly page: string;
  readonly mayChange: boolean;
}

const Said = ({ node, page, mayChange }: SaidProps) => {
  const part = useEditor((state) => state.body);
  const id = useEditor((state) => state.id);
  const { audience, at } = useAboutSite().asked;
  const { data, isPlaceholderData } = useCall(
    "emptyList",
    { page, node, audience, ...(at ? { at } : {}), shown: { id, part: part as never } },
    { enabled: part !== null },
  );
  // what was said of another list, or of this one as it was, is not said of this one
  const ways = isPlaceholderData ? undefined : data?.ways;
  const take = ({ setting, value }: Way) => {
    const { body, apply } = useEditor.getState();
    if (body) apply(setByHand(body, id, node, ["settings", setting], value));
  };
  return (
    <Box role="status" sx={{ mb: 0.75, display: "grid", justifyItems: "start", gap: 0.25 }}>
      <Wrong>It finds nothing on this page.</Wrong>
      {ways?.length === 0 ? <Quiet>No single setting would change that.</Quiet> : null}
      {mayChange
        ? ways?.map((way) => (
            <Act key={way.setting} onClick={() => take(way)}>
              {wayOutWords(way)}
            </Act>
          ))
        : null}
    </Box>
  );
};
type Way = CallResult<"emptyList">["ways"][number];
