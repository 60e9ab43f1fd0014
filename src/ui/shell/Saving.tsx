"use client";
import { count } from "../../messages/words";
import type { DocumentEditor } from "../client/document-editor";
import { Act, Notice, Quiet, Trouble, Wrong } from "../theme/pieces";

type Known = Pick<
  DocumentEditor<never>,
  "saving" | "kept" | "trouble" | "unfit" | "flush" | "takeNewest" | "giveUp" | "forgetUnfit"
>;
/** The store of an editor, whatever it edits. */
export type EditorHook = <T>(selector: (editor: Known) => T) => T;

/** Whether what was typed is on the server, in words. With another editor: of both what is not there yet. */
export const Saving = ({
  of: useEditor,
  and: useOther = useEditor,
}: {
  readonly of: EditorHook;
  readonly and?: EditorHook;
}) => {
  const own = { saving: useEditor((editor) => editor.saving), kept: useEditor((editor) => editor.kept) };
  const other = { saving: useOther((editor) => editor.saving), kept: useOther((editor) => editor.kept) };
  const { saving, kept } = own.saving === "saved" ? other : own;
  if (saving === "failed" || (saving === "kept" && kept === 0)) return <Wrong role="status">Not saved</Wrong>;
  if (saving === "kept") return <Quiet role="status">Kept on this computer, {count(kept, "change")}</Quiet>;
  return <Quiet role="status">{saving === "saved" ? "Saved" : "Saving …"}</Quiet>;
};

/** Why something is not saved, and what one can do about it. */
export const SavingTrouble = ({ of: useEditor }: { readonly of: EditorHook }) => {
  const saving = useEditor((editor) => editor.saving);
  const trouble = useEditor((editor) => editor.trouble);
  const kept = useEditor((editor) => editor.kept);
  const unfit = useEditor((editor) => editor.unfit.length);
  const flush = useEditor((editor) => editor.flush);
  const takeNewest = useEditor((editor) => editor.takeNewest);
  const giveUp = useEditor((editor) => editor.giveUp);
  const forgetUnfit = useEditor((editor) => editor.forgetUnfit);
  return (
    <>
      {saving === "kept" && kept > 0 ? (
        <Notice>
          The server cannot be reached. What you change is kept on this computer, and saved by itself as soon
          as it can be. <Act onClick={flush}>Try now</Act>
        </Notice>
      ) : null}
      {trouble ? (
        <Trouble>
          {trouble}{" "}
          {saving === "failed" ? (
            <>
              <Act onClick={takeNewest}>Take the newest version</Act>{" "}
              <Act onClick={giveUp}>Give up what is not saved</Act>
            </>
          ) : null}
        </Trouble>
      ) : null}
      {unfit > 0 ? (
        <Trouble>
          {count(unfit, "change")} kept on this computer {unfit === 1 ? "does" : "do"} not fit any more:
          somebody changed the same thing meanwhile.{" "}
          <Act onClick={forgetUnfit}>Discard {unfit === 1 ? "it" : "them"}</Act>
        </Trouble>
      ) : null}
    </>
  );
};
