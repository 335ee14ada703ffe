import { useState } from 'react';
import type { Photo } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Labelled, Line } from '../../ui/Line';
import { useRecord } from './useRecord';

/** Asks for the speaker's name, which one's own photos are credited with. */
export function OwnNameDialog({ photo, onClose }: { photo: Photo; onClose(): void }) {
  const { own } = useRecord(photo.id);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState('');
  const save = async () => {
    const written = name.trim();
    if (written === '') return setProblem('Write the name that the credit shall carry.');
    if ((await edit({ kind: 'set-speaker', speaker: written })) && (await own(written))) onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title="Whose photo is it"
      description="Your own photos are credited with your name. It stands in the plan too, and is asked for once."
    >
      <form
        className="mt-4 flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Labelled label="Your name" problem={problem}>
          <Line autoFocus value={name} maxLength={rules().longestTitle} onChange={(e) => setName(e.target.value)} />
        </Labelled>
        <div className="flex justify-end gap-5">
          <Button kind="verb" onClick={onClose}>
            Cancel
          </Button>
          <Button kind="solid" type="submit">
            It is my own photo
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
