import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Heads } from "./Heads";

type Step = Schemas["StepOut"];

/** Arithmetic as written by hand: × and ² for the signs the machine reads. */
export function written(expression: string): string {
  return expression
    .replace(/\*\*2\b/g, "²")
    .replace(/\*\*([\d.]+)/g, "^$1")
    .replace(/\*/g, " × ")
    .replace(/ - /g, " − ")
    .replace(/^- /, "−")
    .replace(/sqrt\(/g, "√(")
    .replace(/\//g, " ÷ ");
}

/** How a figure came about: inputs, steps with numbers, where each comes from. */
export function Steps({ steps }: { steps: Step[] }) {
  return (
    <>
    <p className="text-sm text-pencil">Worked in metres, kilograms and newtons: 1 kg weighs 9.81 N. Every step follows from the figures printed above it.</p>
    <table className="w-full border-collapse text-sm">
      <Heads of={["what", "how", ">figure", "from"]} />
      <tbody>
        {steps.map((step) => (
          <tr key={step.symbol} className="border-t border-rule/60 align-baseline">
            <td className="py-1 pr-3">{step.says}</td>
            <td className="py-1 pr-3 break-words">
              <b>{step.symbol}</b>
              {step.expression ? <span className="text-pencil"> = {written(step.expression)}</span> : null}
            </td>
            <td className="py-1 pr-2 text-right font-semibold whitespace-nowrap">
              {step.printed} <span className="font-normal text-pencil">{step.unit === "m2" ? "m²" : step.unit}</span>
            </td>
            <td className="py-1 text-pencil">{step.source || (step.expression ? "worked out above" : "")}</td>
          </tr>
        ))}
      </tbody>
    </table>
    </>
  );
}

interface Props {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A sheet laid over the bench, closed with Escape or the word at its corner. */
export function Worksheet({ title, open, onClose, children }: Props) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-40">
      <div className="fixed inset-0 bg-ink/30" aria-hidden />
      <div className="fixed inset-0 flex items-start justify-center overflow-auto p-6">
        <DialogPanel className="sheet w-full max-w-4xl p-6">
          <div className="mb-3 flex items-baseline justify-between border-b-2 border-ink pb-2">
            <DialogTitle className="font-slab text-xl font-bold">{title}</DialogTitle>
            <button type="button" className="line-button" onClick={onClose}>
              Close
            </button>
          </div>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
