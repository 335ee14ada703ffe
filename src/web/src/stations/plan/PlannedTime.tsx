import { rules } from '../../deck/rules';
import { clock, readClock } from '../../deck/time';
import { Field } from '../../ui/Field';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

/** A planned time, written as people write them. */
export function PlannedTime({
  label,
  seconds,
  onCommit,
  className = '',
}: {
  label: string;
  seconds: number;
  onCommit(seconds: number): Promise<boolean>;
  className?: string;
}) {
  const say = useNotices((s) => s.say);
  return (
    <Field
      className={`h-6 text-right font-mono leading-6 ${className}`}
      label={label}
      value={clock(seconds)}
      onCommit={(text) => {
        const read = readClock(text, rules().mostSeconds / 60);
        if (read !== undefined) return onCommit(read);
        say(texts.plan.plannedTimeIsWrittenAs, 'refused');
        return false;
      }}
    />
  );
}
