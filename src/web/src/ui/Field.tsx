import { useEffect, useRef, useState, type CSSProperties } from 'react';

interface Props {
  value: string;
  label: string;
  onCommit(text: string): void;
  className?: string;
  placeholder?: string;
  maxLength?: number;
  style?: CSSProperties;
  lines?: boolean;
  /** Has the focus, with its text chosen, as soon as it is shown. */
  focused?: boolean;
}

/** A line of text that is edited in place: Enter or leaving commits, Escape takes back. */
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
  const box = useRef<HTMLInputElement & HTMLTextAreaElement>(null);
  const taken = useRef(false);
  useEffect(() => setText(value), [value]);
  useEffect(() => {
    // After the menu that led here has given the focus back.
    if (focused) setTimeout(() => box.current?.select(), 50);
  }, [focused]);
  const props = {
    ref: box,
    'aria-label': label,
    className: `field ${className}`,
    value: text,
    placeholder,
    maxLength,
    style,
    onChange: (e: { target: { value: string } }) => setText(e.target.value),
    onBlur() {
      if (!taken.current && text.trim() !== value) {
        onCommit(text.trim());
        if (text.trim() === '') setText(value);
      }
      taken.current = false;
    },
    onKeyDown(e: React.KeyboardEvent) {
      if (e.key === 'Enter' && !(lines && e.shiftKey)) {
        e.preventDefault();
        box.current?.blur();
      }
      if (e.key === 'Escape') {
        taken.current = true;
        setText(value);
        box.current?.blur();
        e.stopPropagation();
      }
    },
  };
  return lines ? <textarea rows={3} {...props} /> : <input {...props} />;
}
