import { cx } from 'class-variance-authority';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';

export interface OpeningProps {
  /** The word that opens it. */
  name: string;
  /** What it is called when it is open. */
  label: string;
  /** Of the word. */
  trigger?: string;
  /** Of what is opened. */
  className?: string;
  side?: 'top' | 'bottom';
  /** It closes by any press within. */
  closes?: boolean;
  children: ReactNode;
}

/** What stands under a word, open at first. */
export default function Opened({ name, label, trigger, className, side = 'bottom', closes, children }: OpeningProps) {
  const [open, setOpen] = useState(true);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className={cx('verb', trigger)} data-more>
        {name}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          side={side}
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className={cx('z-30 border border-line bg-panel px-4 py-3 text-word', className)}
          onClick={closes ? () => setOpen(false) : undefined}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
