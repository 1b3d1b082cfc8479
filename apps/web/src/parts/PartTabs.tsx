// Parts of a page of which one is open: tabs in one line that the arrow keys walk. Which one is open stands in the address.
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';

/** The open part by its name in the address, else the first. */
export const usePart = <const T extends readonly [{ readonly id: string }, ...{ readonly id: string }[]]>(
  name: string,
  parts: T,
): T[number] => {
  const [search] = useSearchParams();
  const id = search.get(name);
  return parts.find((part) => part.id === id) ?? parts[0];
};

export const PartTabs = (props: {
  label: string;
  name: string;
  parts: readonly { readonly id: string; readonly label: string }[];
  open: string;
  children: ReactNode;
}) => {
  const [, setSearch] = useSearchParams();
  return (
    <Tabs.Root
      value={props.open}
      onValueChange={(id) => {
        setSearch({ [props.name]: id }, { replace: true });
      }}
    >
      <Tabs.List aria-label={props.label} className="tabs no-print mb-3">
        {props.parts.map(({ id, label }) => (
          <Tabs.Trigger key={id} value={id} className="tab">
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={props.open} tabIndex={-1}>
        {props.children}
      </Tabs.Content>
    </Tabs.Root>
  );
};
