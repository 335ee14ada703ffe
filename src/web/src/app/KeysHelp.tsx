import { useState } from 'react';
import { isSingle, keysOf, shownKeys, useKeySettings, written } from '../commands/keys';
import { useRegistry, type Command } from '../commands/registry';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { texts } from '../texts';

/** The keys that act here, by what they belong to; single ones can be changed and switched off. */
export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const commands = Object.values(useRegistry((r) => r.byId)).filter((c) => c.group && c.keys);
  const settings = useKeySettings();
  const groups = [...new Set(commands.map((c) => c.group!))];
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={texts.app.keys}
      description={texts.app.singleKeysActWhenNo}
      wide
    >
      <label className="mt-3 flex items-center gap-2">
        <input
          type="checkbox"
          checked={settings.single}
          onChange={(e) => useKeySettings.setState({ single: e.target.checked })}
        />
        {texts.app.singleKeysAct}
      </label>
      <div className="mt-4 grid grid-cols-2 gap-x-10 narrow:grid-cols-1 gap-y-5">
        {groups.map((group) => (
          <section key={group} aria-label={group}>
            <h3 className="text-quiet">{group}</h3>
            <dl className="mt-1 grid grid-cols-[8rem_1fr] gap-y-1">
              {commands
                .filter((c) => c.group === group)
                .map((c) => (
                  <Row key={c.id} command={c} />
                ))}
            </dl>
          </section>
        ))}
      </div>
      {Object.keys(settings.changed).length > 0 && (
        <Button kind="verb" className="mt-4" onClick={() => useKeySettings.setState({ changed: {} })}>
          {texts.app.allKeysAsTheyWere}
        </Button>
      )}
      <p className="mt-5 border-t border-line pt-3 text-small text-quiet">{texts.app.jaaliExplainsLicencesAndKeeps}</p>
    </Dialog>
  );
}

function Row({ command }: { command: Command }) {
  const settings = useKeySettings();
  const [asking, setAsking] = useState(false);
  const keys = keysOf(command, settings);
  const changeable = (command.keys ?? []).some(isSingle);
  const set = (key: string) => {
    useKeySettings.setState({ changed: { ...settings.changed, [command.id]: key } });
    setAsking(false);
  };
  return (
    <>
      <dt className="font-mono text-small">
        {changeable && settings.single ? (
          <Button
            className="border-b border-line"
            aria-label={texts.app.changeTheKeyOf(command.name)}
            onClick={() => setAsking(true)}
            onBlur={() => setAsking(false)}
            onKeyDown={(e) => {
              if (!asking || e.key === 'Tab' || e.key === 'Shift') return;
              e.preventDefault();
              e.stopPropagation();
              if (e.key === 'Escape') setAsking(false);
              else if (e.key === 'Delete' || e.key === 'Backspace') set('');
              else if (isSingle(written(e.nativeEvent))) set(written(e.nativeEvent));
            }}
          >
            {asking ? texts.app.pressAKey : keys.length > 0 ? shownKeys(keys) : texts.app.none}
          </Button>
        ) : (
          shownKeys(keys) || 'off'
        )}
      </dt>
      <dd className="text-quiet">{command.name}</dd>
    </>
  );
}
