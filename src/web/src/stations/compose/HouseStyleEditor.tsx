import { wordsTexts } from '../../items/words/texts';
import { veilTexts } from '../../items/veil/texts';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { House, TextStyle, WordsRole } from '../../api/types';
import { useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore, useHeader, useScenes } from '../../deck/store';
import { roles } from '../../items/words/roles';
import { forms } from '../../items/veil/VeilControls';
import { useFonts } from '../../items/words/useWords';
import { SceneView } from '../../scene/SceneView';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { useNotices } from '../../ui/useNotices';
import { SlidesOfStyle } from './SlidesOfStyle';

const t = texts.house;

const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="mt-4 border-t border-line pt-3">
    <h3 className="text-lead font-semibold">{name}</h3>
    {children}
  </section>
);

/** Every part of the look of the deck, each changed in its sentence; the slide above shows it at once. */
export function HouseStyleEditor({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const { house, room } = useHeader();
  const slide = useChosenSlide();
  const scene = useScenes(slide?.id)[0];
  const client = useQueryClient();
  const fonts = useFonts().filter((f) => !f.lends);
  const { data: facts } = useQuery({
    queryKey: ['house', id, revision],
    enabled: open,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/house', { params: { path: { id } } })),
  });
  const set = (change: Partial<House>) => edit({ kind: 'set-house-style', house: { ...house, ...change } });
  const setRoom = (change: { backRow?: number; screenHeight?: number }) =>
    edit({
      kind: 'set-room',
      room: { light: room.light, backRow: room.backRow, screenHeight: room.screenHeight, ...change },
    });
  const setRole = (role: WordsRole, change: TextStyle) =>
    set({ roles: { ...house.roles, [role]: { ...house.roles[role], ...change } } });
  const colour = (label: string, value: string, change: (c: string) => Partial<House>) => (
    <ColourField label={label} value={value} onCommit={(c) => set(change(c))} />
  );
  const remove = (name: string) =>
    unwrap(api.DELETE('/api/houses/{name}', { params: { path: { name } } }))
      .then(() =>
        Promise.all([
          client.invalidateQueries({ queryKey: ['house'] }),
          client.invalidateQueries({ queryKey: ['houses'] }),
        ]),
      )
      .catch((e: unknown) => useNotices.getState().say(errorText(e)));
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t.partsOf(house.name)} description={t.partsAre} wide>
      {scene && (
        <div className="sticky -top-6 z-10 bg-panel pt-3 pb-2">
          <SceneView scene={scene} width={320} silent className="mx-auto w-full max-w-80" />
        </div>
      )}
      <Part name={t.colours}>
        <p className="leading-7">
          {t.paperIs} {colour(t.paper, house.paper, (paper) => ({ paper }))}
          {house.paperTo ? (
            <>
              {t.changingTo} {colour(t.paperTo, house.paperTo, (paperTo) => ({ paperTo }))}
              <Button kind="verb" onClick={() => void set({ paperTo: null })}>
                {t.makePlain}
              </Button>
            </>
          ) : (
            <Button kind="verb" onClick={() => void set({ paperTo: house.veilColour })}>
              {t.makeGradient}
            </Button>
          )}
          {t.wordsOnIt} {colour(t.onPaper, house.onPaper, (onPaper) => ({ onPaper }))}. {t.overDark}{' '}
          {colour(t.lightInk, house.lightInk, (lightInk) => ({ lightInk }))}, {t.overLight}{' '}
          {colour(t.darkInk, house.darkInk, (darkInk) => ({ darkInk }))}.
        </p>
        <p className="leading-7">
          {t.accents}{' '}
          {house.accents.map((a, i) => (
            <span key={i} className="mr-2 whitespace-nowrap">
              {colour(t.accent(i + 1), a, (c) => ({ accents: house.accents.map((o, n) => (n === i ? c : o)) }))}
              {house.accents.length > 1 && (
                <Button
                  kind="verb"
                  aria-label={t.dropAccent(i + 1)}
                  onClick={() => void set({ accents: house.accents.filter((_, n) => n !== i) })}
                >
                  {t.drop}
                </Button>
              )}
            </span>
          ))}
          {house.accents.length < 6 && (
            <Button kind="verb" onClick={() => void set({ accents: [...house.accents, house.onPaper] })}>
              {t.anotherAccent}
            </Button>
          )}
        </p>
        <ul aria-label={t.pairs} className="mt-1 text-small">
          {facts?.pairs.map((p) => (
            <li key={p.what} className={p.reads ? 'text-quiet' : 'text-marigold'}>
              <span
                aria-hidden
                className="mr-2 inline-block w-6 border border-edge text-center"
                style={{ background: p.ground, color: p.ink }}
              >
                {t.letters}
              </span>
              {t.pair(p.what, p.ratio.toFixed(1), p.reads)}
            </li>
          ))}
        </ul>
      </Part>
      <Part name={t.type}>
        <table className="w-full text-left">
          <thead className="text-small text-quiet">
            <tr>
              <th className="font-normal">{t.role}</th>
              <th className="font-normal">{wordsTexts.family}</th>
              <th className="font-normal">{t.weight}</th>
              <th className="font-normal">{t.height}</th>
              <th className="font-normal">{t.lines}</th>
            </tr>
          </thead>
          <tbody>
            {roles.map(([role, name]) => {
              const look = house.roles[role]!;
              const family = fonts.find((f) => f.name === look.family);
              return (
                <tr key={role} className="border-t border-line">
                  <th scope="row" className="py-1 pr-2 font-normal">
                    {name}
                  </th>
                  <td>
                    <Select
                      dark
                      label={t.familyOf(name)}
                      value={look.family ?? ''}
                      options={fonts.map((f) => [f.name, f.name])}
                      onChoose={(f) => void setRole(role, { family: f })}
                    />
                  </td>
                  <td>
                    {family?.bold && (
                      <Button
                        kind="verb"
                        aria-pressed={Boolean(look.bold)}
                        aria-label={t.boldOf(name)}
                        onClick={() => void setRole(role, { bold: !look.bold })}
                      >
                        {wordsTexts.bold}
                      </Button>
                    )}{' '}
                    {family?.italic && (
                      <Button
                        kind="verb"
                        aria-pressed={Boolean(look.italic)}
                        aria-label={t.italicOf(name)}
                        onClick={() => void setRole(role, { italic: !look.italic })}
                      >
                        {wordsTexts.italic}
                      </Button>
                    )}
                  </td>
                  <td>
                    <NumberField
                      label={t.sizeOf(name)}
                      value={look.size ?? 0}
                      onCommit={(size) => setRole(role, { size })}
                    />
                  </td>
                  <td>
                    <NumberField
                      label={t.leadingOf(name)}
                      value={look.leading ?? 1}
                      digits={2}
                      onCommit={(leading) => setRole(role, { leading })}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Part>
      <Part name={t.room}>
        <p className="leading-7">
          {t.marginsAre}{' '}
          <NumberField label={t.marginX} value={house.marginX} onCommit={(marginX) => set({ marginX })} /> {t.fromSides}{' '}
          <NumberField label={t.marginY} value={house.marginY} onCommit={(marginY) => set({ marginY })} />{' '}
          {t.fromHeadAndFoot}{' '}
          <NumberField
            label={t.wordsWidth}
            value={house.wordsWidth * 100}
            onCommit={(w) => set({ wordsWidth: w / 100 })}
          />{' '}
          {t.ofTheWidth}{' '}
          <NumberField
            label={t.creditMargin}
            value={house.creditMargin}
            onCommit={(creditMargin) => set({ creditMargin })}
          />{' '}
          {t.fromTheEdge}
        </p>
        <p className="leading-7">
          {t.rowsAre}{' '}
          <NumberField label={t.backRow} value={room.backRow} onCommit={(backRow) => setRoom({ backRow })} />{' '}
          {t.fromAScreen}{' '}
          <NumberField
            label={t.screenHeight}
            value={room.screenHeight}
            digits={2}
            onCommit={(screenHeight) => setRoom({ screenHeight })}
          />{' '}
          {t.metresHigh}
        </p>
      </Part>
      {house.system && (
        <Part name={t.slidesAre}>
          <SlidesOfStyle system={house.system} set={(change) => set({ system: { ...house.system!, ...change } })} />
        </Part>
      )}
      <Part name={t.veilAndChange}>
        <p className="leading-7">
          {t.veilIs}
          <Select
            dark
            label={veilTexts.form}
            value={house.veil}
            options={forms}
            onChoose={(veil) => void set({ veil })}
          />{' '}
          {colour(t.veilColour, house.veilColour, (veilColour) => ({ veilColour }))},{' '}
          <NumberField
            label={t.veilStrength}
            value={house.veilStrength * 100}
            onCommit={(s) => set({ veilStrength: s / 100 })}
          />{' '}
          {t.strong} {t.slidesChange}
          <Select
            dark
            label={t.change}
            value={house.change}
            options={[
              ['cut', texts.coming.cut],
              ['dissolve', texts.coming.dissolve],
              ['wipe', texts.coming.wipe],
              ['push', texts.coming.push],
              ['throughBlack', texts.coming.throughBlack],
              ['throughPaper', texts.coming.throughPaper],
            ]}
            onChoose={(change) => void set({ change })}
          />
          {house.change !== 'cut' && (
            <>
              {texts.coming.within}
              <NumberField
                label={texts.coming.seconds}
                value={house.changeSeconds ?? 0}
                digits={2}
                onCommit={(changeSeconds) => set({ changeSeconds })}
              />{' '}
              {texts.coming.secondsWord}
            </>
          )}
          .
        </p>
      </Part>
      {facts && facts.own.length > 0 && (
        <Part name={t.yourOwn}>
          <ul>
            {facts.own.map((name) => (
              <li key={name} className="flex gap-4">
                {name}
                <Button kind="verb" aria-label={t.removeNamed(name)} onClick={() => void remove(name)}>
                  {t.remove}
                </Button>
              </li>
            ))}
          </ul>
        </Part>
      )}
    </Dialog>
  );
}
