import { useState } from 'react';
import { keysOf, shownKeys, useKeySettings } from '../commands/keys';
import { useRegistry } from '../commands/registry';
import { goTo } from '../deck/navigate';
import { stations } from '../deck/stations';
import { useDeckId } from '../deck/store';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { TextInput } from '../ui/TextInput';
import { findTopics, type Topic } from './helpTopics';
import { texts } from '../texts';

/** A page of help: searchable, with the keys that belong to each thing. */
export function Help({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const [search, setSearch] = useState('');
  const found = findTopics(search);
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={texts.app.help} wide>
      <TextInput
        className="mt-3 text-lead"
        aria-label={texts.app.lookForHelp}
        placeholder={texts.app.whatDoYouWantTo2}
        autoFocus
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      <dl className="mt-4" aria-live="polite">
        {found.map((t) => (
          <Entry key={t.title} topic={t} leave={() => onOpenChange(false)} />
        ))}
      </dl>
      {found.length === 0 && <p className="text-quiet">{texts.app.nothingHereHasTheseWords}</p>}
      <p className="mt-5 border-t border-line pt-3 text-small text-quiet">{texts.app.jaaliExplainsLicencesAndKeeps}</p>
      <div className="mt-3 flex justify-end gap-6">
        {search && (
          <Button kind="verb" onClick={() => setSearch('')}>
            {texts.app.showAllOfIt}
          </Button>
        )}
      </div>
    </Dialog>
  );
}

function Entry({ topic: t, leave }: { topic: Topic; leave(): void }) {
  const byId = useRegistry((r) => r.byId);
  const settings = useKeySettings();
  const deck = useDeckId();
  const keys = (t.commands ?? [])
    .map((id) => byId[id])
    .filter((c) => c !== undefined)
    .map((c) => ({ name: c.name, keys: shownKeys(keysOf(c, settings)) }))
    .filter((c) => c.keys !== '');
  const station = stations.find((s) => s.id === t.station);
  return (
    <div className="border-t border-line py-2.5">
      <dt className="flex items-baseline gap-4 text-lead font-semibold">
        {t.title}
        {station && deck !== '' && (
          <Button
            kind="link"
            className="text-small font-normal"
            onClick={() => {
              leave();
              goTo(station.id);
            }}
          >
            {texts.app.goTo(station.name)}
          </Button>
        )}
      </dt>
      <dd className="text-soft">
        {t.text}
        {keys.length > 0 && (
          <ul className="flex flex-wrap gap-x-5 pt-0.5 text-small text-quiet">
            {keys.map((k) => (
              <li key={k.name}>
                <span className="font-mono text-word">{k.keys}</span> {k.name}
              </li>
            ))}
          </ul>
        )}
      </dd>
    </div>
  );
}
