import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import type { Bench, Problem, Schemas } from "../api/client";
import { Entry } from "../kit/Entry";
import { Notches } from "../kit/Notches";
import { Pick } from "../kit/Pick";
import { RoofBoard } from "../kit/RoofBoard";
import { Tape } from "../kit/Tape";
import { useUnits } from "../kit/units";
import type { Values } from "./usePenEdits";

type Parameter = Schemas["ParameterOut"];

const GROUP_WORDS: Record<string, string> = {
  size: "Size",
  frame: "Frame",
  covering: "Covering",
  gear: "Gear",
  house: "House",
  inside: "Inside",
  ties: "Ties",
};

interface Props {
  bench: Bench;
  kept: Bench;
  parameters: Parameter[];
  problem: { values: Values; problem: Problem } | null;
  group: string;
  onGroup: (group: string) => void;
  onTry: (values: Values) => void;
  onKeep: (values: Values) => void;
  onDrop: () => void;
}

/** What can be changed, grouped as a builder thinks; every control comes from the shape's own list. */
export function Controls({ parameters, group, onGroup, ...rest }: Props) {
  const groups = [...new Set(parameters.map((one) => one.group))];
  return (
    <TabGroup selectedIndex={Math.max(0, groups.indexOf(group))} onChange={(i) => onGroup(groups[i] ?? "size")}>
      <TabList className="mb-2 flex flex-wrap gap-x-7">
        {groups.map((one) => (
          <Tab
            key={one}
            className="font-slab border-b-4 border-transparent text-[17px] font-bold data-hover:border-rule data-selected:border-tape"
          >
            {GROUP_WORDS[one] ?? one}
          </Tab>
        ))}
      </TabList>
      <TabPanels>
        {groups.map((one) => (
          <GroupPanel key={one} parameters={parameters.filter((each) => each.group === one && shows(each, rest.bench))} {...rest} />
        ))}
      </TabPanels>
    </TabGroup>
  );
}

function GroupPanel({ parameters, ...rest }: Omit<Props, "group" | "onGroup">) {
  return (
    <TabPanel className={`grid grid-cols-2 gap-x-7 gap-y-3 ${parameters.length > 4 ? "md:grid-cols-5" : "md:grid-cols-4"}`}>
      {parameters.map((parameter) => (
        <Control key={parameter.name} parameter={parameter} {...rest} />
      ))}
    </TabPanel>
  );
}

function shows(parameter: Parameter, bench: Bench): boolean {
  if (!parameter.only_if) return true;
  const [name = "", ...wanted] = parameter.only_if;
  return wanted.includes(String(bench.values[name]?.value));
}

type ControlProps = Omit<Props, "parameters" | "group" | "onGroup"> & { parameter: Parameter };

function Control({ parameter, bench, kept, problem, onTry, onKeep, onDrop }: ControlProps) {
  const { read } = useUnits();
  const value = bench.values[parameter.name];
  if (!value) return null;
  const mine = problem && parameter.name in problem.values ? problem : null;
  const error = mine?.problem.message;
  const keep = (next: string | number) => onKeep({ [parameter.name]: next });
  if (parameter.kind === "choice")
    return (
      <Pick
        label={parameter.label}
        value={String(value.value)}
        options={parameter.choices}
        onPick={(key) => key !== kept.values[parameter.name]?.value && keep(key)}
        error={error}
      />
    );
  const spoken = read(value.text);
  return (
    <div data-control={parameter.name}>
      <Entry label={parameter.label} value={spoken} slim error={error} onKeep={keep} />
      {parameter.kind === "length" ? (
        <Tape
          label={`${parameter.label} tape`}
          low={parameter.low}
          high={parameter.high}
          value={Number(value.value)}
          stops={value.stops}
          spoken={spoken}
          onTry={(mm) => onTry({ [parameter.name]: mm })}
          onKeep={keep}
          onDrop={onDrop}
        />
      ) : parameter.kind === "share" ? (
        <RoofBoard
          label={`${parameter.label} board`}
          value={Number(value.value)}
          spoken={spoken}
          onTry={(share) => onTry({ [parameter.name]: share })}
          onKeep={keep}
        />
      ) : (
        <Notches
          label={parameter.label}
          low={parameter.low}
          high={parameter.high}
          value={Number(value.value)}
          spoken={spoken}
          onKeep={keep}
        />
      )}
      {parameter.note ? <p className="text-sm text-pencil">{parameter.note}</p> : null}
      {error ? (
        <p role="alert" className="text-sm text-clay">
          {error}
        </p>
      ) : null}
    </div>
  );
}
