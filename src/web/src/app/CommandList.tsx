import { Command as List } from 'cmdk';
import { keysOf, useKeySettings } from '../commands/keys';
import { useRegistry } from '../commands/registry';
import { Dialog } from '../ui/Dialog';
import { texts } from '../texts';

const row =
  'flex w-full cursor-pointer justify-between px-2 py-1.5 text-quiet ' +
  'data-[selected=true]:bg-surround data-[selected=true]:text-word';

/** Everything that can be done here, in one searchable list. */
export function CommandList({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const byId = useRegistry((r) => r.byId);
  const settings = useKeySettings();
  const commands = Object.values(byId).filter((c) => !c.onlyKeys && (!open || (c.when?.() ?? true)));
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={texts.app.commands} wide>
      <List label={texts.app.findACommand} className="mt-3" filter={(value, search) => Number(hasAll(value, search))}>
        <List.Input
          autoFocus
          placeholder={texts.app.whatDoYouWantTo}
          className="w-full border-b border-line bg-transparent pb-2 text-lead outline-none focus:border-verdigris"
        />
        <List.List className="mt-2 max-h-80 overflow-auto" label={texts.app.commands}>
          <List.Empty className="px-2 py-2 text-quiet">{texts.app.noCommandHasTheseWords}</List.Empty>
          {commands.map((c) => (
            <List.Item
              key={c.id}
              value={`${c.name} ${c.id}`}
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

const hasAll = (value: string, search: string) =>
  search
    .toLowerCase()
    .split(/\s+/)
    .every((w) => value.toLowerCase().includes(w));
