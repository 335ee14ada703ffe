import { Field } from './Field';

interface Props {
  label: string;
  value: string;
  onCommit(value: string): unknown;
}

/** A colour as six hexadecimal digits, edited in place beside a patch of it. */
export function ColourField({ label, value, onCommit }: Props) {
  return (
    <>
      <span
        aria-hidden
        className="inline-block size-3 border border-quiet align-middle"
        style={{ background: value }}
      />{' '}
      <Field
        label={label}
        className="!inline !w-20 border-b-line font-mono text-word"
        value={value}
        onCommit={(text) => onCommit((text.startsWith('#') ? text : `#${text}`).toUpperCase())}
      />
    </>
  );
}
