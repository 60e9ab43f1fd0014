"use client";
import { Button, Tooltip } from "@mui/material";
import { useAboutSite } from "../client/about-site";
import { useStep } from "../client/hooks";
import { useOffers } from "./offers";
import { useKeys } from "./useKeys";

/** Undo and redo name what they do; what they name is cut where there is no room for it. */
export const Steps = () => {
  const { about } = useAboutSite();
  const undo = useStep("undo");
  const redo = useStep("redo");
  useKeys({
    "ctrl+z": () => undo.mutate(),
    "ctrl+shift+z": () => redo.mutate(),
    "ctrl+y": () => redo.mutate(),
  });
  useOffers("steps", () =>
    [
      { key: "undo", title: `Undo ${about.undo}`, detail: "Ctrl Z", act: () => undo.mutate() },
      { key: "redo", title: `Redo ${about.redo}`, detail: "Ctrl Shift Z", act: () => redo.mutate() },
    ].filter(({ key }) => about[key as "undo" | "redo"] !== null),
  );
  return (
    <>
      {about.undo === null ? null : (
        <Step
          name={`Undo ${about.undo}`}
          keys="Ctrl Z"
          isBusy={undo.isPending}
          onStep={() => undo.mutate()}
        />
      )}
      {about.redo === null ? null : (
        <Step
          name={`Redo ${about.redo}`}
          keys="Ctrl Shift Z"
          isBusy={redo.isPending}
          onStep={() => redo.mutate()}
        />
      )}
    </>
  );
};

const Step = ({
  name,
  keys,
  isBusy,
  onStep,
}: {
  readonly name: string;
  readonly keys: string;
  readonly isBusy: boolean;
  readonly onStep: () => void;
}) => (
  <Tooltip describeChild title={keys}>
    <Button
      variant="text"
      color="inherit"
      sx={{ width: 96, flexGrow: 1, maxWidth: "max-content", color: "text.secondary" }}
      // a button that is disabled loses the keyboard
      aria-disabled={isBusy}
      onClick={() => (isBusy ? undefined : onStep())}
    >
      <span style={{ maxWidth: 240, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
        {name}
      </span>
    </Button>
  </Tooltip>
);
