'use client';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactElement } from 'react';
import { IconButton } from './IconButton';

export interface MenuItem {
  label: string;
  run: () => void;
  disabled?: boolean;
}

/** A small menu of actions behind three dots or a button of its own, under a line that says what is otherwise shown beside them. */
export function Menu({
  name,
  items,
  head,
  trigger,
}: {
  name: string;
  items: readonly MenuItem[];
  head?: string;
  /** What opens it, in place of three dots. */
  trigger?: ReactElement;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        {trigger ?? (
          <IconButton name={name}>
            <Ellipsis size={16} aria-hidden />
          </IconButton>
        )}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-20 max-h-(--radix-dropdown-menu-content-available-height) min-w-44 overflow-y-auto rounded border border-line bg-raised p-1 text-ink shadow-raised"
        >
          {head !== undefined && (
            <DropdownMenu.Label className="border-line border-b px-3 py-2 text-[13px] text-quiet">{head}</DropdownMenu.Label>
          )}
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.label}
              onSelect={item.run}
              disabled={item.disabled ?? false}
              className="flex min-h-9 cursor-pointer items-center rounded px-3 outline-none data-[disabled]:cursor-default data-[disabled]:opacity-40 data-[highlighted]:bg-chosen pointer-coarse:min-h-11"
            >
              {item.label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
