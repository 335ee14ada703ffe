import { cx } from 'class-variance-authority';
import { DropdownMenu } from 'radix-ui';

/** A word in a sentence that opens its alternatives. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChoose,
  dark = false,
}: {
  label: string;
  value: T;
  options: [T, string][];
  onChoose(value: T): void;
  dark?: boolean;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${options.find((o) => o[0] === value)?.[1] ?? value}`}
        className={cx(
          'underline decoration-1 underline-offset-4',
          dark ? 'text-word decoration-quiet' : 'text-ink decoration-verdigris-ink hover:text-verdigris-ink',
        )}
      >
        {options.find((o) => o[0] === value)?.[1] ?? value}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[70vh] min-w-44 overflow-auto rounded-sm border border-line bg-panel py-1 text-word"
        >
          <DropdownMenu.RadioGroup value={value} onValueChange={(v) => onChoose(v as T)}>
            {options.map(([v, text]) => (
              <DropdownMenu.RadioItem
                key={v}
                value={v}
                className={cx(
                  'cursor-pointer px-3 py-1.5 text-quiet outline-none data-highlighted:bg-surround',
                  'data-highlighted:text-word data-[state=checked]:text-verdigris',
                )}
              >
                {text}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
