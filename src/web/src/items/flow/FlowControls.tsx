import { useState } from 'react';
import type { Flow, FlowEdit, Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';
import { PhotoChoice } from '../rows/PhotoChoice';
import { flowTexts } from './texts';

const forms = Object.entries(flowTexts.forms satisfies Record<Flow['form'], string>) as [Flow['form'], string][];

function StepsDialog({ flow, set, onClose }: { flow: Flow; set(change: FlowEdit): Promise<boolean>; onClose(): void }) {
  const [text, setText] = useState(flow.steps.map((s) => s.text.replace('\n', ': ')).join('\n'));
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={flowTexts.steps} description={flowTexts.about}>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault();
          void set({ pasted: text }).then((done) => done && onClose());
        }}
      >
        <textarea
          rows={8}
          aria-label={flowTexts.steps}
          className="field w-full border border-line p-2"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button kind="solid" type="submit" className="mt-3">
          {flowTexts.put}
        </Button>
      </form>
    </Dialog>
  );
}

/** How steps follow each other, their photos, and their lines. */
export default function FlowControls({ slide, item }: { slide: Slide; item: Item }) {
  const flow = item.item.kind === 'flow' ? item.item : undefined;
  const [open, setOpen] = useState(false);
  const [step, setStep] = useState(0);
  if (!flow) return null;
  const set = (change: FlowEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'flow', ...change } });
  const at = Math.min(step, flow.steps.length - 1);
  return (
    <>
      <span>
        {flowTexts.runs}
        <Select dark label={flowTexts.form} value={flow.form} options={forms} onChoose={(form) => void set({ form })} />
        {flowTexts.photoOf}
        <Select
          dark
          label={flowTexts.step}
          value={String(at)}
          options={item.parts.map((name, i): [string, string] => [String(i), `“${name}”`])}
          onChoose={(n) => setStep(Number(n))}
        />
        {flowTexts.is}
        <PhotoChoice
          label={flowTexts.photo}
          value={flow.steps[at]?.photoId}
          onChoose={(photoId) => void set({ photo: { step: at, photoId } })}
        />
      </span>
      <Field
        label={flowTexts.source}
        placeholder={flowTexts.sourceHint}
        className="!w-48 text-word"
        value={flow.source ?? ''}
        onCommit={(source) => set({ source })}
      />
      <Button kind="verb" onClick={() => setOpen(true)}>
        {flowTexts.open}
      </Button>
      {open && <StepsDialog flow={flow} set={set} onClose={() => setOpen(false)} />}
    </>
  );
}
