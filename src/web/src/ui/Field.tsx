import { useEffect, useLayoutEffect, useRef, useState, type CSSProperties } from 'react';
import { Button } from './Button';
import { texts } from '../texts';

interface Props {
  value: string;
  label: string;
  /** Takes the text; false, or a promise of it, says that it was refused, and the field shows what there was. */
  onCommit(text: string): unknown;
  className?: string;
  placeholder?: string;
  maxLength?: number;
  style?: CSSProperties;
  lines?: boolean;
  /** Has the focus, with its text chosen, as soon as it is shown. */
  focused?: boolean;
}

/**
 * A line of text that is edited in place: Enter or leaving commits, Escape takes back. What is being typed is not
 * written over by what comes from elsewhere: both are shown until one is chosen.
 */
export function Field({
  value,
  label,
  onCommit,
  className = '',
  placeholder,
  maxLength,
  style,
  lines = false,
  focused = false,
}: Props) {
  const [text, setText] = useState(value);
  // What it says elsewhere by now, while something else is being typed here.
  const [elsewhere, setElsewhere] = useState<string | null>(null);
  const box = useRef<HTMLInputElement & HTMLTextAreaElement>(null);
  const began = useRef(value);
  const newest = useRef(value);
  newest.current = value;
  const taken = useRef(false);
  // What was sent from here last: its coming back is nobody else's doing.
  const own = useRef<string | null>(null);
  const typed = text.trim() !== began.current && document.activeElement === box.current;
  useEffect(() => {
    if (value === began.current) return;
    began.current = value;
    if (typed && value === own.current) return;
    if (typed && value !== text.trim()) return setElsewhere(value);
    setText(value);
    setElsewhere(null);
  }, [value, typed, text]);
  useLayoutEffect(() => {
    if (focused) box.current?.select();
  }, [focused]);
  const put = (next: string) => {
    setText(next);
    setElsewhere(null);
  };
  const props = {
    ref: box,
    'aria-label': label,
    className: `field ${className}`,
    value: text,
    placeholder,
    maxLength,
    style,
    onChange: (e: { target: { value: string } }) => setText(e.target.value),
    onFocus() {
      began.current = value;
    },
    onBlur(e: React.FocusEvent) {
      // The choice between the two is made beside the field.
      if (elsewhere !== null && e.relatedTarget?.closest('[data-elsewhere]')) return;
      if (!taken.current && text.trim() !== value) {
        const sent = onCommit(text.trim());
        // What was taken may read otherwise than it was written ("3" is 3:00), what was refused is as it was.
        if (text.trim() === '') put(value);
        else if (sent !== undefined) {
          own.current = text.trim();
          // What is typed anew before the answer comes stays.
          void Promise.resolve(sent).then(() => setText((now) => (now === text ? newest.current : now)));
        }
      }
      setElsewhere(null);
      taken.current = false;
    },
    onKeyDown(e: React.KeyboardEvent) {
      if (e.key === 'Enter' && !(lines && e.shiftKey)) {
        e.preventDefault();
        box.current?.blur();
      }
      if (e.key === 'Escape') {
        taken.current = true;
        put(value);
        box.current?.blur();
        e.stopPropagation();
      }
    },
  };
  return (
    <>
      {lines ? <textarea rows={3} {...props} /> : <input {...props} />}
      {elsewhere !== null && (
        <span role="status" data-elsewhere className="block border-l-4 border-marigold pl-2 text-small">
          {texts.ui.changedElsewhereToWhatYou(elsewhere)}
          <Button kind="link" onClick={() => put(elsewhere)}>
            {texts.ui.takeThat}
          </Button>{' '}
          <Button
            kind="link"
            onClick={() => {
              setElsewhere(null);
              box.current?.focus();
            }}
          >
            {texts.ui.goOnWithMine}
          </Button>
        </span>
      )}
    </>
  );
}
