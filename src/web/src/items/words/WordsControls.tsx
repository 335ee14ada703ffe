import { wordsTexts } from './texts';
import { cx } from 'class-variance-authority';
import type { Item, TextStylePart, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
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
    <Button kind="verb" title={wordsTexts.asTheHouseHasIt} onClick={() => void release(...set)}>
      {wordsTexts.setByHand}
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
        {wordsTexts.setAs}
        <Select
          dark
          label={wordsTexts.role}
          value={role}
          options={roles}
          onChoose={(r) =>
            void edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'words', role: r } })
          }
        />
        {wordsTexts.inTheFace}
        <Select
          dark
          label={wordsTexts.family}
          value={look.family ?? ''}
          options={fonts.map((f) => [f.name, f.name])}
          onChoose={(f) => void set({ family: f })}
        />
      </span>
      {family?.bold && (
        <Toggle name={wordsTexts.bold} on={Boolean(look.bold)} press={() => set({ bold: !look.bold })} />
      )}
      {family?.italic && (
        <Toggle name={wordsTexts.italic} on={Boolean(look.italic)} press={() => set({ italic: !look.italic })} />
      )}
      <Select
        dark
        label={wordsTexts.case}
        value={look.case ?? 'asTyped'}
        options={[
          ['asTyped', wordsTexts.asTyped],
          ['capitals', wordsTexts.capitals],
          ['small', wordsTexts.small],
          ['smallCapitals', wordsTexts.smallCapitals],
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
        <NumberField
          label={wordsTexts.size}
          value={look.size ?? 0}
          onCommit={(size) => set({ size, grows: false })}
        />{' '}
      </span>
      <Toggle name={wordsTexts.fillTheirRoom} on={Boolean(look.grows)} press={() => set({ grows: !look.grows })} />
      <span>
        {wordsTexts.linesApart}
        <NumberField
          label={wordsTexts.lineSpacing}
          value={look.leading ?? 1}
          digits={2}
          onCommit={(leading) => set({ leading })}
        />
      </span>
      <span>
        {wordsTexts.lettersApart}
        <NumberField
          label={wordsTexts.letterSpacing}
          value={(look.spacing ?? 0) * 100}
          onCommit={(s) => set({ spacing: s / 100 })}
        />{' '}
        %
      </span>
      <Select
        dark
        label={wordsTexts.lines}
        value={look.align ?? 'start'}
        options={[
          ['start', wordsTexts.fromTheStart],
          ['middle', wordsTexts.inTheMiddle],
          ['end', wordsTexts.atTheEnd],
        ]}
        onChoose={(align) => void set({ align })}
      />
      {wordsOf(item)?.spot === 'placed' && (
        <Select
          dark
          label={wordsTexts.stand}
          value={look.verticalAlign ?? 'top'}
          options={[
            ['top', wordsTexts.atTheTop],
            ['middle', wordsTexts.inTheMiddleOfTheRoom],
            ['foot', wordsTexts.atTheFoot],
          ]}
          onChoose={(stand) => void set({ verticalAlign: stand })}
        />
      )}
      <span>
        <NumberField
          label={wordsTexts.columns}
          className="!w-6"
          value={look.columns ?? 1}
          onCommit={(columns) => Number.isInteger(columns) && set({ columns })}
        />{' '}
        {wordsTexts.inColumns}
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
        {wordsTexts.writtenIn}
        {palette.map((ink) => (
          <button
            key={ink}
            type="button"
            aria-label={wordsTexts.theInk(ink)}
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
        <ColourField label={wordsTexts.ink} value={look.ink ?? ''} onCommit={(ink) => set({ ink })} />
      </span>
      {!own?.ink && <span>{wordsTexts.theBetterInkByItself}</span>}
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
        label={wordsTexts.letters}
        value={look.fill ?? 'none'}
        options={[
          ['none', wordsTexts.plain],
          ['gradient', wordsTexts.fromOneInkToAnother],
          ['outlined', wordsTexts.inOutline],
        ]}
        onChoose={(ornament) => void set({ fill: ornament })}
      />
      {look.fill === 'gradient' && (
        <span>
          <ColourField
            label={wordsTexts.theOtherInk}
            value={look.fillInk ?? ''}
            onCommit={(ornamentInk) => set({ fillInk: ornamentInk })}
          />
        </span>
      )}
      <span>
        {wordsTexts.shadow}{' '}
        <NumberField label={wordsTexts.shadowSpread} value={look.shadow ?? 0} onCommit={(shadow) => set({ shadow })} />
      </span>
      <span>
        {wordsTexts.outline}{' '}
        <NumberField
          label={wordsTexts.outlineWidth}
          className="!w-8"
          value={look.outline ?? 0}
          onCommit={(outline) => set({ outline })}
        />
      </span>
      <span>
        {wordsTexts.bent}{' '}
        <NumberField
          label={wordsTexts.bend}
          className="!w-10"
          value={look.bend ?? 0}
          onCommit={(bend) => set({ bend })}
        />
        °
      </span>
      <span className="flex items-center gap-2">
        {wordsTexts.plate}
        <Scale
          label={wordsTexts.plateStrength}
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
