import { cx } from 'class-variance-authority';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { texts } from '../texts';

/** A dialog on dark ground. */
export function Dialog({
  open,
  onOpenChange,
  title,
  description,
  wide = false,
  children,
}: {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  description?: string;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Radix.Content
          aria-describedby={description ? undefined : ''}
          className={cx(
            'fixed top-[14vh] left-1/2 z-40 max-h-[72vh] max-w-[calc(100vw-1rem)] -translate-x-1/2',
            'overflow-auto rounded-sm border border-line bg-panel p-6 text-word narrow:top-[2vh]',
            'narrow:max-h-[96vh] narrow:p-4',
            wide ? 'w-160' : 'w-110',
          )}
        >
          <div className="flex items-baseline gap-4">
            <Radix.Title className="flex-1 text-head font-semibold">{title}</Radix.Title>
            <Radix.Close className="verb text-quiet">{texts.ui.close}</Radix.Close>
          </div>
          {description && <Radix.Description className="mt-1 text-quiet">{description}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
