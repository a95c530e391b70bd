import { useState } from "react";
import { StepList, type Told } from "./StepList";

interface Props {
  canUndo: boolean;
  canRedo: boolean;
  told: Told;
  onStep: (step: "undo" | "redo") => void;
}

/** One step back, one step on, and a list of what each was. */
export function UndoRedo({ canUndo, canRedo, told, onStep }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <span className="flex gap-4">
      <button type="button" className="line-button" onClick={() => setOpen(true)}>
        Every step
      </button>
      <button type="button" className="line-button" disabled={!canUndo} onClick={() => onStep("undo")}>
        ↶ Undo
      </button>
      <button type="button" className="line-button" disabled={!canRedo} onClick={() => onStep("redo")}>
        Redo ↷
      </button>
      <StepList told={told} open={open} onClose={() => setOpen(false)} />
    </span>
  );
}
