import type { Bench, Finding, Schemas } from "../api/client";
import { Link } from "react-router";
import { inkOf } from "../kit/grade";
import { Waiting } from "../kit/Trouble";
import { Steps, Worksheet } from "../kit/Worksheet";
import { useUnits } from "../kit/units";
import { MovingPanel } from "../moving/MovingPanel";
import { WindPanel } from "../wind/WindPanel";
import { SpaceChart } from "./SpaceChart";
import type { Values } from "./usePenEdits";

type Told = Schemas["ToldOut"];

interface Props {
  bench: Bench;
  finding: Finding | null;
  /** Its details and working, once they are there. */
  told: Told | undefined;
  onClose: () => void;
  onKeep: (values: Values) => void;
}

/** A verdict opened: in words, its limit, what it weighs by group, and every step of its working. */
export function WorkingSheet({ bench, finding, told, onClose, onKeep }: Props) {
  const { read } = useUnits();
  if (!finding) return null;
  const opened = told?.findings.find((one) => one.what === finding.what);
  return (
    <Worksheet title={`${finding.title}: ${read(finding.figure)}`} open onClose={onClose}>
      <p className="text-lg">{read(finding.sentence)}.</p>
      <p className="text-pencil">{read(finding.limit)}.</p>
      <Grade finding={finding} />
      <ul className="my-3 columns-2 gap-8">
        {opened?.details.map((line, i) => (
          <li key={i} className="break-inside-avoid border-b border-rule/60 py-0.5">
            {read(line)}
          </li>
        ))}
      </ul>
      {finding.what === "space" ? <SpaceChart days={told?.space_days ?? []} /> : null}
      {finding.what === "moving" ? <MovingPanel bench={bench} /> : null}
      {finding.what === "wind" ? <WindPanel bench={bench} onTry={onKeep} /> : null}
      {finding.what === "weight" ? <Groups groups={told?.groups ?? []} /> : null}
      <h3 className="mt-4 mb-1">The working</h3>
      {opened ? <Steps steps={opened.working} /> : <Waiting what="Writing out the working" />}
      {opened && opened.cautions.length > 0 ? (
        <div className="mt-4 border-l-4 border-tape pl-3">
          <h3>
            <Link to="/care" className="underline decoration-1 underline-offset-4">
              Take care
            </Link>
          </h3>
          <ul>
            {opened.cautions.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </div>
      ) : null}
    </Worksheet>
  );
}

/** Where it stands between its marks, in words alone. */
function Grade({ finding }: { finding: Finding }) {
  const { read } = useUnits();
  const told = [
    finding.verdict ? `${finding.word[0]?.toUpperCase()}${finding.word.slice(1)}: ` : "Told, not graded: ",
    `${shareOf(finding.ratio)} of what is good`,
    finding.least_at < 0.999 ? `, ${shareOf(finding.least)} of the least that will do` : "",
    finding.band_words ? `; ${read(finding.band_words)}` : "",
    ".",
  ];
  return (
    <p>
      <span className={`font-semibold ${inkOf(finding.verdict)}`}>{told.join("")}</span>
      {finding.cost ? ` ${read(finding.cost)}.` : ""}
    </p>
  );
}

/** Past three times, a figure says no more. */
const shareOf = (ratio: number) => (ratio > 3 ? "more than three times" : `${Math.round(100 * ratio)} %`);

/** Weight by group, as a beam cut into lengths. */
function Groups({ groups }: { groups: Told["groups"] }) {
  const { read } = useUnits();
  const total = groups.reduce((sum, group) => sum + group.fresh_kg, 0);
  return (
    <table className="w-full" aria-label="Weight by group">
      <tbody>
        {groups.map((group) => (
          <tr key={group.group} className="border-b border-rule/60">
            <th className="w-52 py-0.5 text-left font-normal">{group.group}</th>
            <td>
              <div className="h-3.5 border border-ink bg-wood" style={{ width: `${(100 * group.fresh_kg) / total}%` }} />
            </td>
            <td className="w-28 text-right font-semibold">{read(group.fresh)}</td>
            <td className="w-28 text-right text-pencil">{read(group.dry)} dry</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
