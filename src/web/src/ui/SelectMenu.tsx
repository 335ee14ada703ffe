import { cx } from 'class-variance-authority';
import { DropdownMenu } from 'radix-ui';
import { wordOf } from './wordOf';

export interface SelectProps<T extends string> {
  label: string;
  value: T;
  options: [T, string][];
  onChoose(value: T): void;
  dark?: boolean;
}

/** The alternatives of a word in a sentence, open at first. */
export default function SelectMenu({ label, value, options, onChoose, dark = false }: SelectProps<string>) {
  const chosen = options.find((o) => o[0] === value)?.[1] ?? value;
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger aria-label={`${label}: ${chosen}`} className={wordOf(dark)}>
        {chosen}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[70vh] min-w-44 overflow-auto rounded-sm border border-line bg-panel py-1 text-word"
        >
          <DropdownMenu.RadioGroup value={value} onValueChange={onChoose}>
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
