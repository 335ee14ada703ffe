import type { KeyboardEvent } from 'react';
import { before, useDraft } from './useDraft';

interface Props {
  label: string;
  placeholder: string;
  className?: string;
  /** Takes what was written; false, or a promise of it, says that it was refused, and it stands here again. */
  onAdd(text: string): unknown;
  /** The name under which what is written is kept until it is added, also while another screen is shown. */
  keptAs: string;
  /** How many lines it has; one where it is left out, and Enter breaks none. */
  rows?: number;
  autoFocus?: boolean;
  /** Leaving it adds what stands in it, as Enter does. */
  addsOnLeaving?: boolean;
}

/**
 * A field that stays open: Enter takes what is written and leaves it empty at once, for what comes next. It is the
 * hand's alone: no answer clears it or writes into it, and what was refused comes back before what was typed since.
 */
export function OpenField({
  label,
  placeholder,
  className = '',
  onAdd,
  keptAs,
  rows,
  autoFocus,
  addsOnLeaving,
}: Props) {
  const [text, setText] = useDraft(keptAs);
  const add = (typed: string) => {
    const said = typed.trim();
    if (said === '') return;
    setText(() => '');
    void Promise.resolve(onAdd(said)).then((done) => {
      if (done === false) setText((since) => before(said, since, rows ? '\n' : ' '));
    });
  };
  const props = {
    'aria-label': label,
    className: `field ${className}`,
    placeholder,
    autoFocus,
    value: text,
    onChange: (e: { target: { value: string } }) => setText(() => e.target.value),
    onBlur: (e: { target: { value: string } }) => addsOnLeaving && add(e.target.value),
    onKeyDown(e: KeyboardEvent<HTMLInputElement & HTMLTextAreaElement>) {
      if (e.key !== 'Enter' || e.shiftKey || e.nativeEvent.isComposing) return;
      e.preventDefault();
      // The field itself, for a key may come before what was typed is known everywhere.
      add(e.currentTarget.value);
    },
  };
  return rows ? <textarea rows={rows} {...props} /> : <input {...props} />;
}
