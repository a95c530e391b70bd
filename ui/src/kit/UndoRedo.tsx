interface Props {
  canUndo: boolean;
  canRedo: boolean;
  onStep: (step: "undo" | "redo") => void;
}

/** One step back, one step on. */
export function UndoRedo({ canUndo, canRedo, onStep }: Props) {
  return (
    <span className="flex gap-4">
      <button type="button" className="line-button" disabled={!canUndo} onClick={() => onStep("undo")}>
        ↶ Undo
      </button>
      <button type="button" className="line-button" disabled={!canRedo} onClick={() => onStep("redo")}>
        Redo ↷
      </button>
    </span>
  );
}
