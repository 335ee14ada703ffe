import { Field } from './Field';

interface Props {
  label: string;
  value: number;
  /** Takes the number; false, or a promise of it, says that it was refused. */
  onCommit(value: number): unknown;
  /** Digits behind the point that are shown. */
  digits?: number;
  className?: string;
}

/** A number that is edited in place. A comma is read as a point; signs of degrees and per cent may stand behind. */
export function NumberField({ label, value, onCommit, digits = 1, className = '!w-12' }: Props) {
  return (
    <Field
      label={label}
      className={`!inline border-b-line text-right font-mono text-word ${className}`}
      value={String(Number(value.toFixed(digits)))}
      onCommit={(text) => {
        const number = Number(text.replace(',', '.').replace(/\s*[°%]$/, ''));
        return text !== '' && Number.isFinite(number) && onCommit(number);
      }}
    />
  );
}
