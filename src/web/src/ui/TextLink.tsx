import type { AnchorHTMLAttributes } from 'react';

/** A link to an address elsewhere, opened beside. */
export function TextLink({ className = '', ...rest }: AnchorHTMLAttributes<HTMLAnchorElement>) {
  return (
    <a
      target="_blank"
      rel="noreferrer"
      className={`border-b border-current hover:text-verdigris in-[.paper]:hover:text-verdigris-ink ${className}`}
      {...rest}
    />
  );
}
