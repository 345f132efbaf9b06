import { Tab, TabList } from "@headlessui/react";

/** The names of tabs, within a TabGroup. */
export function TabBar({ names }: { names: readonly string[] }) {
  return (
    <TabList className="flex self-stretch">
      {names.map((name) => (
        <Tab
          key={name}
          className="border-b-2 border-transparent px-3 py-2 text-soft hover:text-signal data-selected:border-signal data-selected:font-semibold data-selected:text-signal"
        >
          {name}
        </Tab>
      ))}
    </TabList>
  );
}
