import { cx } from 'class-variance-authority';
import type { Item, TextStylePart, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { NumberField } from '../../ui/NumberField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';
import { roles } from './roles';
import { useFonts, useTextStyle, wordsOf } from './useWords';

interface Props {
  slide: Slide;
  item: Item;
}

/** A word that is on or off. */
const Toggle = ({ name, on, press }: { name: string; on: boolean; press(): unknown }) => (
  <Button kind="verb" aria-pressed={on} onClick={() => void press()}>
    {name}
  </Button>
);

/** Gives back to the house what a hand set of these parts. */
function Released({ slide, item, parts }: Props & { parts: [TextStylePart, boolean][] }) {
  const { release } = useTextStyle(slide, item);
  const set = parts.filter(([, is]) => is).map(([part]) => part);
  return set.length === 0 ? null : (
    <Button kind="verb" title={texts.words.asTheHouseHasIt} onClick={() => void release(...set)}>
      {texts.words.setByHand}
    </Button>
  );
}

const has = (value: unknown) => value !== null && value !== undefined;

/** Family, weight and slant; what the words are for. */
export function WordsFace({ slide, item }: Props) {
  const { look, own, role, set } = useTextStyle(slide, item);
  const fonts = useFonts().filter((f) => !f.lends);
  const family = fonts.find((f) => f.name === look.family);
  return (
    <>
      <span>
        {texts.words.setAs}
        <Select
          dark
          label={texts.words.role}
          value={role}
          options={roles}
          onChoose={(r) =>
            void edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'words', role: r } })
          }
        />
        {texts.words.inTheFace}
        <Select
          dark
          label={texts.words.family}
          value={look.family ?? ''}
          options={fonts.map((f) => [f.name, f.name])}
          onChoose={(f) => void set({ family: f })}
        />
      </span>
      {family?.bold && (
        <Toggle name={texts.words.bold} on={Boolean(look.bold)} press={() => set({ bold: !look.bold })} />
      )}
      {family?.italic && (
        <Toggle name={texts.words.italic} on={Boolean(look.italic)} press={() => set({ italic: !look.italic })} />
      )}
      <Select
        dark
        label={texts.words.case}
        value={look.case ?? 'asTyped'}
        options={[
          ['asTyped', texts.words.asTyped],
          ['capitals', texts.words.capitals],
          ['small', texts.words.small],
          ['smallCapitals', texts.words.smallCapitals],
        ]}
        onChoose={(c) => void set({ case: c })}
      />
      <Released
        slide={slide}
        item={item}
        parts={[
          ['family', has(own?.family)],
          ['style', has(own?.bold) || has(own?.italic)],
          ['case', has(own?.case)],
        ]}
      />
    </>
  );
}

/** Size, distances of lines and letters, where lines stand, columns. */
export function WordsSize({ slide, item }: Props) {
  const { look, own, set } = useTextStyle(slide, item);
  return (
    <>
      <span>
        <NumberField label={texts.words.size} value={look.size ?? 0} onCommit={(size) => set({ size, grows: false })} />{' '}
        {texts.words.unitsHigh}
      </span>
      <Toggle name={texts.words.fillTheirRoom} on={Boolean(look.grows)} press={() => set({ grows: !look.grows })} />
      <span>
        {texts.words.linesApart}
        <NumberField
          label={texts.words.lineSpacing}
          value={look.leading ?? 1}
          digits={2}
          onCommit={(leading) => set({ leading })}
        />
      </span>
      <span>
        {texts.words.lettersApart}
        <NumberField
          label={texts.words.letterSpacing}
          value={(look.spacing ?? 0) * 100}
          onCommit={(s) => set({ spacing: s / 100 })}
        />{' '}
        %
      </span>
      <Select
        dark
        label={texts.words.lines}
        value={look.align ?? 'start'}
        options={[
          ['start', texts.words.fromTheStart],
          ['middle', texts.words.inTheMiddle],
          ['end', texts.words.atTheEnd],
        ]}
        onChoose={(align) => void set({ align })}
      />
      {wordsOf(item)?.spot === 'placed' && (
        <Select
          dark
          label={texts.words.stand}
          value={look.verticalAlign ?? 'top'}
          options={[
            ['top', texts.words.atTheTop],
            ['middle', texts.words.inTheMiddleOfTheRoom],
            ['foot', texts.words.atTheFoot],
          ]}
          onChoose={(stand) => void set({ verticalAlign: stand })}
        />
      )}
      <span>
        <NumberField
          label={texts.words.columns}
          className="!w-6"
          value={look.columns ?? 1}
          onCommit={(columns) => Number.isInteger(columns) && set({ columns })}
        />{' '}
        {texts.words.inColumns}
      </span>
      <Released
        slide={slide}
        item={item}
        parts={[
          ['size', has(own?.size) || has(own?.grows)],
          ['leading', has(own?.leading)],
          ['spacing', has(own?.spacing)],
          ['align', has(own?.align) || has(own?.verticalAlign)],
          ['columns', has(own?.columns)],
        ]}
      />
    </>
  );
}

/** The inks of the house, and one of one's own. */
export function WordsInk({ slide, item }: Props) {
  const { house, look, own, set } = useTextStyle(slide, item);
  const palette = [...new Set([house.lightInk, house.darkInk, ...house.accents])];
  return (
    <>
      <span className="flex items-center gap-1">
        {texts.words.writtenIn}
        {palette.map((ink) => (
          <button
            key={ink}
            type="button"
            aria-label={texts.words.theInk(ink)}
            aria-pressed={look.ink === ink}
            className={cx(
              'size-6 border border-quiet aria-pressed:outline-2 aria-pressed:outline-offset-1',
              'aria-pressed:outline-verdigris',
            )}
            style={{ background: ink }}
            onClick={() => void set({ ink })}
          />
        ))}
      </span>
      <span>
        <ColourField label={texts.words.ink} value={look.ink ?? ''} onCommit={(ink) => set({ ink })} />
      </span>
      {!own?.ink && <span>{texts.words.theBetterInkByItself}</span>}
      <Released slide={slide} item={item} parts={[['ink', has(own?.ink)]]} />
    </>
  );
}

/** Shadow, outline, plate, and what headings may be adorned with. */
export function WordsEffects({ slide, item }: Props) {
  const { look, own, set } = useTextStyle(slide, item);
  const plate = useGesture((p) => set({ plate: p }));
  return (
    <>
      <Select
        dark
        label={texts.words.letters}
        value={look.fill ?? 'none'}
        options={[
          ['none', texts.words.plain],
          ['gradient', texts.words.fromOneInkToAnother],
          ['outlined', texts.words.inOutline],
        ]}
        onChoose={(ornament) => void set({ fill: ornament })}
      />
      {look.fill === 'gradient' && (
        <span>
          <ColourField
            label={texts.words.theOtherInk}
            value={look.fillInk ?? ''}
            onCommit={(ornamentInk) => set({ fillInk: ornamentInk })}
          />
        </span>
      )}
      <span>
        {texts.words.shadow}{' '}
        <NumberField label={texts.words.shadowSpread} value={look.shadow ?? 0} onCommit={(shadow) => set({ shadow })} />
      </span>
      <span>
        {texts.words.outline}{' '}
        <NumberField
          label={texts.words.outlineWidth}
          className="!w-8"
          value={look.outline ?? 0}
          onCommit={(outline) => set({ outline })}
        />
      </span>
      <span>
        {texts.words.bent}{' '}
        <NumberField
          label={texts.words.bend}
          className="!w-10"
          value={look.bend ?? 0}
          onCommit={(bend) => set({ bend })}
        />
        °
      </span>
      <span className="flex items-center gap-2">
        {texts.words.plate}
        <Scale
          label={texts.words.plateStrength}
          min={0}
          max={1}
          step={0.05}
          value={plate.shown ?? look.plate ?? 0}
          filled
          onChange={plate.put}
        />
      </span>
      <Released
        slide={slide}
        item={item}
        parts={[
          ['fill', has(own?.fill) || has(own?.fillInk) || has(own?.bend)],
          ['shadow', has(own?.shadow)],
          ['outline', has(own?.outline)],
          ['plate', has(own?.plate)],
        ]}
      />
    </>
  );
}
