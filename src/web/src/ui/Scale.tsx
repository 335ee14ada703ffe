import { cx } from 'class-variance-authority';
import { Slider } from 'radix-ui';

interface Props {
  label: string;
  min: number;
  max: number;
  step: number;
  value: number;
  onChange(value: number): void;
  /** The way from the least to the value is drawn. */
  filled?: boolean;
}

/** A value that is pulled along a line: 24 pixels to take hold of (WCAG 2.2, criterion 2.5.8), a short stroke to
 * look at. */
export function Scale({ label, min, max, step, value, onChange, filled = false }: Props) {
  return (
    <Slider.Root
      className="relative flex h-6 w-56 max-w-[36vw] touch-none items-center"
      min={min}
      max={max}
      step={step}
      value={[value]}
      onValueChange={([v]) => onChange(v ?? value)}
    >
      <Slider.Track className="relative h-px flex-1 bg-quiet">
        {filled && <Slider.Range className="absolute h-full bg-verdigris" />}
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        className={cx(
          'relative block h-6 w-6 before:absolute before:inset-y-1 before:left-1/2 before:w-1.5',
          'before:-translate-x-1/2 before:bg-verdigris',
        )}
      />
    </Slider.Root>
  );
}
