import { cx } from 'class-variance-authority';
import { Suspense, useState } from 'react';
import type { OpeningProps } from './Opened';
import { soonPart } from './lazyPart';

const Opened = soonPart(() => import('./Opened'));

/** A word under which more stands. What opens it comes when it is first pressed. */
export function Opening(props: OpeningProps) {
  const [used, setUsed] = useState(false);
  const word = (
    <button
      type="button"
      className={cx('verb', props.trigger)}
      aria-haspopup="dialog"
      aria-expanded={false}
      data-more
      onClick={() => setUsed(true)}
    >
      {props.name}
    </button>
  );
  return used ? (
    <Suspense fallback={word}>
      <Opened {...props} />
    </Suspense>
  ) : (
    word
  );
}
