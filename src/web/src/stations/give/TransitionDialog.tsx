import { cx } from 'class-variance-authority';
import { useState } from 'react';
import type { Transition, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { useSlideOrder } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { fromASide, sides, ways } from './comingInWords';

const t = texts.coming;

/** How slides come in, as one sentence; for this slide, a range or all of them. */
export function TransitionDialog({
  slide,
  number,
  open,
  onOpenChange,
}: {
  slide: Slide;
  number: number;
  open: boolean;
  onOpenChange(open: boolean): void;
}) {
  const count = useSlideOrder().length;
  const [coming, setComing] = useState(slide.transition);
  const [range, setRange] = useState(String(number));
  const send = async (to: Transition | null) => {
    const on = { ids: null, range: range.trim() === '' ? null : range.trim() };
    if (await edit({ kind: 'set-transition', on, transition: to })) onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t.title} description={t.whatItIs}>
      <p className="mt-4 leading-8">
        <label>
          {t.slides}{' '}
          <input
            aria-label={t.whichSlides}
            value={range}
            onChange={(e) => setRange(e.target.value)}
            className={cx(
              'w-24 border-b border-line bg-transparent px-1 text-word outline-none',
              'focus-visible:border-verdigris',
            )}
          />
        </label>{' '}
        {t.of(count)} {t.comeIn}
        <Select
          dark
          label={t.way}
          value={coming.change}
          options={ways}
          onChoose={(change) => setComing({ ...coming, change, seconds: coming.seconds || rules().paces[0]!.seconds })}
        />
        {fromASide(coming) && (
          <>
            {' '}
            <Select
              dark
              label={t.side}
              value={coming.from ?? 'right'}
              options={sides}
              onChoose={(from) => setComing({ ...coming, from })}
            />
          </>
        )}
        {coming.change !== 'cut' && (
          <>
            {t.within}
            <NumberField
              label={t.seconds}
              value={coming.seconds}
              digits={2}
              onCommit={(seconds) => setComing({ ...coming, seconds })}
            />{' '}
            {t.secondsWord}:{' '}
            {rules().paces.map(({ pace, seconds }) => (
              <Button
                key={pace}
                kind="verb"
                className="mr-3"
                aria-pressed={coming.seconds === seconds}
                onClick={() => setComing({ ...coming, seconds })}
              >
                {t.paces[pace]}
              </Button>
            ))}
          </>
        )}
      </p>
      <div className="mt-5 flex items-center gap-5">
        <Button kind="solid" onClick={() => void send(coming)}>
          {t.doIt}
        </Button>
        <Button kind="verb" onClick={() => setRange('')}>
          {t.onAll}
        </Button>
        <Button kind="verb" onClick={() => void send(null)}>
          {t.asTheHouse}
        </Button>
      </div>
    </Dialog>
  );
}
