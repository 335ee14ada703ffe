import { useEffect, useLayoutEffect, useRef, useState, type CSSProperties } from 'react';
import { Button } from './Button';
import { useClosing } from './closing';
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
  const newest = useRef(value);
  newest.current = value;
  // The value that what is typed here set out from.
  const began = useRef(value);
  // The text that was sent last, and how many of those sent have no answer: until the last has one, what comes back may
  // be an earlier of them, and the field stays the hand's.
  const sent = useRef(value);
  const waiting = useRef(0);
  // Something was typed that was not sent.
  const typing = useRef(false);
  const taken = useRef(false);
  const isTyped = () => typing.current && document.activeElement === box.current;
  const takeIn = (next: string) => {
    if (next === began.current) return;
    began.current = next;
    if (isTyped() && next === sent.current) return;
    if (isTyped() && next !== box.current?.value.trim()) return setElsewhere(next);
    put(next);
  };
  useEffect(() => {
    if (waiting.current === 0) takeIn(value);
    // Only another value is taken in.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value]);
  useLayoutEffect(() => {
    if (focused) box.current?.select();
  }, [focused]);
  const put = (next: string) => {
    typing.current = false;
    setText(next);
    setElsewhere(null);
  };
  const send = (words: string) => {
    const before = sent.current;
    typing.current = false;
    const answer = onCommit(words);
    if (words === '') put(newest.current);
    if (answer === undefined) return;
    sent.current = words;
    waiting.current++;
    // What was taken may read otherwise than it was written ("3" is 3:00), what was refused is as it was; what was
    // typed since stays, whatever the answer.
    void Promise.resolve(answer).then((done) => {
      waiting.current--;
      if (done === false && sent.current === words) sent.current = before;
      if (waiting.current > 0) return;
      if (isTyped()) takeIn(newest.current);
      else {
        began.current = newest.current;
        put(newest.current);
      }
    });
  };
  // Where it is taken away with words in it, they are sent: a place is left in more ways than by a blur.
  const leave = useRef(() => {});
  leave.current = () => {
    if (typing.current && !taken.current && text.trim() !== '' && text.trim() !== value) void onCommit(text.trim());
  };
  useEffect(() => () => leave.current(), []);
  useClosing(() => leave.current());
  const props = {
    ref: box,
    'aria-label': label,
    className: `field ${className}`,
    value: text,
    placeholder,
    maxLength,
    style,
    onChange(e: { target: { value: string } }) {
      typing.current = true;
      setText(e.target.value);
    },
    onFocus() {
      if (waiting.current === 0) began.current = value;
    },
    onBlur(e: React.FocusEvent) {
      // The choice between the two is made beside the field.
      if (elsewhere !== null && e.relatedTarget?.closest('[data-elsewhere]')) return;
      if (!taken.current && text.trim() !== (waiting.current > 0 ? sent.current : value)) send(text.trim());
      else if (!taken.current && text !== value && waiting.current === 0) put(value);
      setElsewhere(null);
      taken.current = false;
    },
    onKeyDown(e: React.KeyboardEvent) {
      if (e.key === 'Enter' && !e.nativeEvent.isComposing && !(lines && e.shiftKey)) {
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
