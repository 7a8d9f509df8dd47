'use client';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { IconButton } from './IconButton';

export interface MenuItem {
  label: string;
  run: () => void;
}

/** A small menu of actions behind three dots. */
export function Menu({ name, items }: { name: string; items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <IconButton name={name}>
          <Ellipsis size={16} aria-hidden />
        </IconButton>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-20 min-w-44 rounded border border-line bg-raised p-1 text-ink shadow-raised"
        >
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.label}
              onSelect={item.run}
              className="flex min-h-9 cursor-pointer items-center rounded px-3 outline-none data-[highlighted]:bg-chosen pointer-coarse:min-h-11"
            >
              {item.label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
