import { cva, type VariantProps } from 'class-variance-authority';
import type { ButtonHTMLAttributes, Ref } from 'react';

const style = cva('', {
  variants: {
    kind: {
      /** A short word that does something; the usual one. */
      verb: 'verb',
      /** Underlined, in a sentence or under it. */
      link: 'deed',
      /** The one next step. */
      solid: 'rounded-sm bg-verdigris px-4 py-1.5 font-medium text-on-verdigris hover:bg-verdigris-word',
      /** The same on paper. */
      paper: 'rounded-sm bg-verdigris-ink px-4 py-1.5 font-medium text-white hover:bg-ink',
      /** What cannot be taken back. */
      danger: 'rounded-sm bg-madder px-4 py-1.5 font-medium text-black hover:bg-madder-light',
      /** On a picture. */
      chip: 'bg-black/75 px-2 py-0.5 text-note text-word hover:bg-black',
      /** Without any look: the caller gives it. */
      plain: '',
    },
  },
  defaultVariants: { kind: 'plain' },
});

type Props = ButtonHTMLAttributes<HTMLButtonElement> & VariantProps<typeof style> & { ref?: Ref<HTMLButtonElement> };

/** Every button of the interface. */
export function Button({ kind, className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${style({ kind })} ${className}`.trim()} {...rest} />;
}
