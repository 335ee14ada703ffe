import { Dialog } from './Dialog';

const keys: [string, string][] = [
  ['1 to 5', 'stations'],
  ['Page up, page down', 'slide before, slide after'],
  ['N', 'new slide'],
  ['D', 'duplicate the slide'],
  ['K', 'keep the candidate'],
  ['L', 'let it go'],
  ['Space', 'look at it large'],
  ['C, then Enter', 'pick for the light table, lay it'],
  ['Alt with arrows', 'move a photo in its shortlist, a slide in the run'],
  ['R', 'reframe'],
  ['T', 'words'],
  ['Arrows', 'nudge by 1 unit; with Shift by 24'],
  ['S', 'show from here; with Shift from the start'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Ctrl K', 'all commands'],
];

export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      description="Single keys act when no field has the focus."
    >
      <dl className="mt-4 grid grid-cols-[11rem_1fr] gap-y-1.5">
        {keys.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-mono text-[13px]">{key}</dt>
            <dd className="text-quiet">{what}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-5 border-t border-line pt-3 text-[13px] text-quiet">
        Jaali explains licences and keeps records. It does not give legal advice.
      </p>
    </Dialog>
  );
}
