import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore, useHeader } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { useNotices } from '../../ui/useNotices';
import { evenOut } from './evenOut';
import { HouseStyleEditor } from './HouseStyleEditor';
import { WordsOnManySlides } from './WordsOnManySlides';
import { Typefaces } from './Typefaces';

/** What can be done with the look of the whole deck: its palette from the photos, what a hand set, saving it. */
export function HouseStyleControls() {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const { house } = useHeader();
  const client = useQueryClient();
  const [saving, setSaving] = useState(false);
  const [open, setOpen] = useState<'words' | 'fonts' | 'parts' | null>(null);
  const { data: byHand } = useQuery({
    queryKey: ['by-hand', id, revision],
    gcTime: 10_000,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/by-hand', { params: { path: { id } } })),
  });
  const fromPhotos = async () => {
    try {
      const coloured = await unwrap(api.GET('/api/decks/{id}/palette', { params: { path: { id } } }));
      await edit({ kind: 'set-house-style', house: coloured });
    } catch (e) {
      useNotices.getState().say(errorText(e));
    }
  };
  const save = async (name: string) => {
    try {
      await unwrap(api.PUT('/api/houses', { body: { ...house, name } }));
    } catch (e) {
      useNotices.getState().say(errorText(e));
      return false;
    }
    await edit({ kind: 'set-house-style', house: { ...house, name } });
    void client.invalidateQueries({ queryKey: ['houses'] });
    setSaving(false);
    return true;
  };
  const picker = useRef<HTMLInputElement>(null);
  const bringIn = async (file: File) => {
    try {
      const read = await unwrap(api.POST('/api/houses/file', { body: { file: await file.text() } }));
      await edit({ kind: 'set-house-style', house: read });
    } catch (e) {
      useNotices.getState().say(errorText(e));
    }
  };
  const slides = byHand ? new Set(byHand.map((b) => b.number)).size : 0;
  return (
    <>
      <span>{texts.house.deckIsSetIn(house.name)}</span>
      <span className="flex items-center gap-1" aria-hidden>
        {[house.paper, house.onPaper, ...house.accents].map((c, i) => (
          <span key={i} className="size-4 border border-edge" style={{ background: c }} />
        ))}
      </span>
      {house.system && (
        <Button kind="verb" onClick={() => void evenOut(id)}>
          {texts.house.evenOut}
        </Button>
      )}
      <Button kind="verb" onClick={() => void fromPhotos()}>
        {texts.house.coloursOfThePhotos}
      </Button>
      {byHand && byHand.length > 0 && (
        <Button
          kind="verb"
          title={byHand.map((b) => `${b.number}: ${b.says}`).join('\n')}
          onClick={() => void edit({ kind: 'set-text-style', on: { ids: null, range: null }, role: null })}
        >
          {texts.house.releaseByHand(byHand.length, slides)}
        </Button>
      )}
      {saving ? (
        <Field
          label={texts.house.nameOfTheStyle}
          className="!w-48 border-b-line text-word"
          value=""
          placeholder={texts.house.nameOfTheStyle}
          onCommit={(name) => (name.trim() === '' ? false : save(name.trim()))}
        />
      ) : (
        <Button kind="verb" onClick={() => setSaving(true)}>
          {texts.house.saveAsYourOwn}
        </Button>
      )}
      <Button kind="verb" onClick={() => setOpen('parts')}>
        {texts.house.parts}
      </Button>
      <Button kind="verb" onClick={() => setOpen('words')}>
        {texts.many.many}
      </Button>
      <Button kind="verb" onClick={() => setOpen('fonts')}>
        {texts.fonts.typefaces}
      </Button>
      <a className="verb" href={`/api/decks/${id}/house/file`} download>
        {texts.house.takeOut}
      </a>
      <input
        ref={picker}
        type="file"
        accept=".json"
        aria-label={texts.house.fileOfAStyle}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          if (e.target.files?.[0]) void bringIn(e.target.files[0]);
          e.target.value = '';
        }}
      />
      <Button kind="verb" onClick={() => picker.current?.click()}>
        {texts.house.bringIn}
      </Button>
      <HouseStyleEditor open={open === 'parts'} onOpenChange={(o) => setOpen(o ? 'parts' : null)} />
      <WordsOnManySlides open={open === 'words'} onOpenChange={(o) => setOpen(o ? 'words' : null)} />
      <Typefaces open={open === 'fonts'} onOpenChange={(o) => setOpen(o ? 'fonts' : null)} />
    </>
  );
}
