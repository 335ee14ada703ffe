import { Command as List } from 'cmdk';
import { useState } from 'react';
import { keysOf, useKeySettings } from '../commands/keys';
import { useRegistry } from '../commands/registry';
import { scoreOf } from '../commands/score';
import { Dialog } from '../ui/Dialog';
import { texts } from '../texts';

const row =
  'flex w-full cursor-pointer justify-between px-2 py-1.5 text-quiet ' +
  'data-[selected=true]:bg-surround data-[selected=true]:text-word';

/** Everything that can be done here, in one searchable list. */
export function CommandList({
  open,
  begun = '',
  onOpenChange,
}: {
  open: boolean;
  /** What was typed before the list was there. */
  begun?: string;
  onOpenChange(open: boolean): void;
}) {
  const byId = useRegistry((r) => r.byId);
  const settings = useKeySettings();
  const commands = Object.values(byId).filter((c) => !c.onlyKeys && (!open || (c.when?.() ?? true)));
  const [search, setSearch] = useState(begun);
  // Those that are met best come first; of equals the order in which they are known stays.
  const found = commands
    .map((c) => ({ c, score: scoreOf(c, search) }))
    .filter((f) => f.score > 0)
    .sort((a, b) => b.score - a.score)
    .map((f) => f.c);
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={texts.app.commands} wide>
      <List label={texts.app.findACommand} className="mt-3" shouldFilter={false}>
        <List.Input
          autoFocus
          value={search}
          onValueChange={setSearch}
          placeholder={texts.app.whatDoYouWantTo}
          className="w-full border-b border-line bg-transparent pb-2 text-lead outline-none focus:border-verdigris"
        />
        <List.List className="mt-2 max-h-80 overflow-auto" label={texts.app.commands}>
          {found.length === 0 && <p className="px-2 py-2 text-quiet">{texts.app.noCommandHasTheseWords}</p>}
          {found.map((c) => (
            <List.Item
              key={c.id}
              value={c.id}
              className={row}
              onSelect={() => {
                onOpenChange(false);
                c.run();
              }}
            >
              <span className="truncate">{c.name}</span>
              <span className="font-mono text-note">{keysOf(c, settings)[0]?.replace('Mod', 'Ctrl')}</span>
            </List.Item>
          ))}
        </List.List>
      </List>
    </Dialog>
  );
}
