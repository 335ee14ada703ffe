import type { InputHTMLAttributes, ReactNode, Ref, TextareaHTMLAttributes } from 'react';

const look = 'w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris';

type Props = InputHTMLAttributes<HTMLInputElement> & { ref?: Ref<HTMLInputElement> };

/** One line to write on, in a form. */
export function TextInput({ className = '', ...rest }: Props) {
  return <input className={`${look} ${className}`} {...rest} />;
}

type AreaProps = TextareaHTMLAttributes<HTMLTextAreaElement> & { ref?: Ref<HTMLTextAreaElement> };

/** Several lines to write on, in a form. */
export function TextArea({ className = '', ...rest }: AreaProps) {
  return <textarea className={`${look} ${className}`} {...rest} />;
}

/** A line of a form with what it asks for above it, and what is wrong with it below. */
export function Labelled({ label, problem, children }: { label: string; problem?: string; children: ReactNode }) {
  return (
    <label className="block">
      <span className="text-quiet">{label}</span>
      {children}
      {problem && (
        <span role="alert" className="block pt-1 text-marigold">
          {problem}
        </span>
      )}
    </label>
  );
}
