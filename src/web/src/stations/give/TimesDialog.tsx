import { useState } from 'react';
import { edit } from '../../deck/edit';
import { useSlides } from '../../deck/store';
import { clock } from '../../deck/time';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { useTiming } from './useTiming';

const t = texts.times;

const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** Plan, run-through and notes of every slide side by side; what overruns, and by how much. */
export function TimesDialog({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const [run, setRun] = useState<string>();
  const timing = useTiming(run);
  const slides = useSlides();
  if (!timing) return null;
  const chosen = timing.runs.find((r) => r.id === run) ?? timing.runs[0];
  const { planned, ran, spoken, slot, says } = timing.timing;
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t.title} description={says} wide>
      <p className="mt-4">
        {chosen ? (
          <>
            {t.against}{' '}
            <Select
              dark
              label={t.runThrough}
              value={chosen.id}
              options={timing.runs.map((r): [string, string] => [r.id, t.runOf(when(r.at), clock(r.seconds))])}
              onChoose={setRun}
            />{' '}
            <Button kind="link" onClick={() => void edit({ kind: 'apply-run-through', runId: chosen.id })}>
              {t.adopt}
            </Button>{' '}
            <Button kind="verb" onClick={() => void edit({ kind: 'remove-run-through', runId: chosen.id })}>
              {t.forget}
            </Button>
            <br />
          </>
        ) : (
          t.none
        )}{' '}
        {t.spokenAt}
        <NumberField
          label={t.rate}
          value={timing.wordsPerMinute}
          digits={0}
          onCommit={(wordsPerMinute) => edit({ kind: 'set-speaking-rate', wordsPerMinute })}
        />{' '}
        {t.wordsAMinute}
      </p>
      <table className="mt-3 w-full border-collapse text-left tabular-nums">
        <thead className="text-quiet">
          <tr className="border-b border-line">
            <th className="py-1 font-normal">{t.slide}</th>
            <th className="w-20 text-right font-normal">{t.planned}</th>
            <th className="w-24 text-right font-normal">{t.ran}</th>
            <th className="w-20 text-right font-normal">{t.notes}</th>
            <th className="w-24 text-right font-normal">{t.over}</th>
          </tr>
        </thead>
        <tbody className="font-mono text-note">
          {timing.timing.slides.map((s, n) => (
            <tr key={s.slideId} className="border-b border-line">
              <td className="max-w-60 truncate py-1 font-sans text-body">
                {n + 1}. {slides.find((x) => x.id === s.slideId)?.label}
              </td>
              <td className="text-right">{clock(s.planned)}</td>
              <td className="text-right">{s.ran === null || s.ran === undefined ? '–' : clock(s.ran)}</td>
              <td className="text-right">{s.spoken > 0 ? clock(s.spoken) : '–'}</td>
              <td className={`text-right ${s.over > 0 ? 'text-marigold' : ''}`}>
                {s.over > 0 ? `+${clock(s.over)}` : ''}
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot className="font-mono text-note">
          <tr>
            <td className="py-1.5 font-sans text-body font-semibold">{t.whole(clock(slot))}</td>
            <td className="text-right">{clock(planned)}</td>
            <td className="text-right">{ran === null || ran === undefined ? '–' : clock(ran)}</td>
            <td className="text-right">{clock(spoken)}</td>
            <td />
          </tr>
        </tfoot>
      </table>
      <div className="mt-5 flex items-center gap-5">
        <span className="flex-1" />
        <Button kind="verb" onClick={() => onOpenChange(false)}>
          {t.done}
        </Button>
      </div>
    </Dialog>
  );
}
