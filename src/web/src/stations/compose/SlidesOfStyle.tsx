import type { House } from '../../api/types';
import { spots } from '../../deck/spots';
import { texts } from '../../texts';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';

type System = NonNullable<House['system']>;
type Sharing = System['sharing'][number];

const t = texts.house;
const places = spots.filter(([s]) => s !== 'auto');
const all = Object.entries(t.sharings) as [Sharing, string][];
const several = all.filter(([s]) => ['compared', 'lead', 'wall', 'panel'].includes(s));
const one = all.filter((s) => !several.includes(s));

// What is chosen comes first; the others keep their order.
const first = <T,>(list: T[], chosen: T) => [chosen, ...list.filter((o) => o !== chosen)].slice(0, 6);

/** How a house style lays slides out, as sentences. */
export function SlidesOfStyle({ system, set }: { system: System; set(change: Partial<System>): Promise<boolean> }) {
  const share = (
    label: string,
    part: 'sharing' | 'openingSharing' | 'severalSharing',
    options: [Sharing, string][],
  ) => (
    <Select
      dark
      label={label}
      value={system[part][0]!}
      options={options}
      onChoose={(s) => void set({ [part]: first(system[part], s) })}
    />
  );
  return (
    <p className="leading-7">
      {t.headingsStand}
      <Select
        dark
        label={t.firstPlace}
        value={system.places[0]!}
        options={places}
        onChoose={(p) => void set({ places: first(system.places, p) })}
      />
      , {t.elsePlace}
      <Select
        dark
        label={t.secondPlace}
        value={system.places[1] ?? system.places[0]!}
        options={places}
        onChoose={(p) =>
          void set({ places: first([system.places[0]!, ...first(system.places.slice(1), p)], system.places[0]!) })
        }
      />
      {t.onePhoto}
      {share(t.sharingOfOne, 'sharing', one)}
      {t.opening}
      {share(t.sharingOfOpening, 'openingSharing', one)}
      {t.several}
      {share(t.sharingOfSeveral, 'severalSharing', several)}. {t.photosGo}
      <Select
        dark
        label={t.wherePhotosGo}
        value={system.inset ? 'in' : 'out'}
        options={[
          ['out', t.toTheEdges],
          ['in', t.withinMargins],
        ]}
        onChoose={(i) => void set({ inset: i === 'in' })}
      />
      {t.photosShow}
      <Select
        dark
        label={t.toneOfPhotos}
        value={system.blackAndWhite ? 'grey' : 'natural'}
        options={[
          ['natural', t.inColour],
          ['grey', t.inBlackAndWhite],
        ]}
        onChoose={(tone) => void set({ blackAndWhite: tone === 'grey' })}
      />
      {t.withALine}
      <NumberField
        label={t.edgeLine}
        value={system.edgeLine ?? 0}
        digits={1}
        onCommit={(edgeLine) => set({ edgeLine })}
      />{' '}
      {t.roundThem}
      <NumberField label={t.gutter} value={system.gutter ?? 24} onCommit={(gutter) => set({ gutter })} />
      {t.onColumns}
      <NumberField label={t.columns} value={system.columns ?? 12} onCommit={(columns) => set({ columns })} />{' '}
      {t.columnsWord}
      <NumberField label={t.indent} value={system.indent ?? 0} onCommit={(indent) => set({ indent })} />
      {t.creditsStand}
      <Select
        dark
        label={t.creditSide}
        value={system.creditAt}
        options={[
          ['bottomLeft', t.left],
          ['bottomRight', t.right],
        ]}
        onChoose={(creditAt) => void set({ creditAt })}
      />
      {t.broughtOut}
      <Select
        dark
        label={t.accentForm}
        value={system.accent ?? 'none'}
        options={Object.entries(t.accentForms) as [keyof typeof t.accentForms, string][]}
        onChoose={(accent) => void set({ accent })}
      />
      .
    </p>
  );
}
