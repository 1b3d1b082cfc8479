// A short list of things that were done, behind one button.
import { DropdownMenu } from 'radix-ui';

export type MenuItem = { readonly label: string; readonly choose: () => void };

export const Menu = ({ label, children, items }: { label: string; children: string; items: readonly MenuItem[] }) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger className="quiet" aria-label={label}>
      {children}
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content align="end" className="z-10 border-2 border-ink bg-sheet text-ink">
        {items.map((item) => (
          <DropdownMenu.Item
            key={item.label}
            className="flex min-h-11 items-center px-4 outline-offset-[-3px] data-[highlighted]:bg-sheet-2"
            onSelect={item.choose}
          >
            {item.label}
          </DropdownMenu.Item>
        ))}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
);
