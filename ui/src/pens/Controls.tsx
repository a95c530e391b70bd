import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import type { Schemas } from "../api/client";
import { Control, type ControlProps } from "./Control";
import { Openings } from "./Openings";
import { mattering, type Parameter } from "./parameters";

const GROUP_WORDS: Record<string, string> = {
  size: "Size",
  frame: "Frame",
  covering: "Covering",
  openings: "Openings",
  gear: "Gear",
  house: "House",
  inside: "Inside",
  ties: "Ties",
};

type Props = Omit<ControlProps, "parameter"> & {
  shape: Schemas["ShapeOut"];
  group: string;
  onGroup: (group: string) => void;
};

/** What can be changed, grouped as a builder thinks; every control comes from the shape's own list. */
export function Controls({ shape, group, onGroup, ...rest }: Props) {
  const groups = [...new Set(shape.parameters.map((one) => one.group))];
  if (shape.openings.length > 0) groups.splice(groups.indexOf("covering") + 1 || groups.length, 0, "openings");
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
        {groups.map((one) =>
          one === "openings" ? (
            <TabPanel key={one}>
              <Openings shape={shape} {...rest} />
            </TabPanel>
          ) : (
            <GroupPanel key={one} parameters={mattering(shape.parameters, rest.bench.values).filter((each) => each.group === one)} {...rest} />
          ),
        )}
      </TabPanels>
    </TabGroup>
  );
}

function GroupPanel({ parameters, ...rest }: Omit<ControlProps, "parameter"> & { parameters: Parameter[] }) {
  return (
    <TabPanel className={`grid grid-cols-2 gap-x-7 gap-y-3 ${parameters.length > 4 ? "md:grid-cols-5" : "md:grid-cols-4"}`}>
      {parameters.map((parameter) => (
        <Control key={parameter.name} parameter={parameter} {...rest} />
      ))}
    </TabPanel>
  );
}
