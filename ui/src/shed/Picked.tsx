import { useId } from "react";

/** A file the keeper picks, as a button. */
export function Picked({ label, disabled = false, onFile }: { label: string; disabled?: boolean; onFile: (file: File) => void }) {
  const id = useId();
  return (
    <>
      <input
        id={id}
        type="file"
        accept=".csv,.xlsx,text/csv"
        className="peer sr-only"
        disabled={disabled}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
      <label htmlFor={id} className={`line-button peer-focus-visible:outline-3 ${disabled ? "text-pencil opacity-60" : "cursor-pointer"}`}>
        {label}
      </label>
    </>
  );
}
