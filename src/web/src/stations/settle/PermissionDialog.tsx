import { useForm } from 'react-hook-form';
import type { Photo } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Labelled, TextInput, TextArea } from '../../ui/TextInput';
import { useRecord } from './useRecord';
import { texts } from '../../texts';

interface Permission {
  from: string;
  on: string;
  words: string;
  file: FileList | null;
}

/** Records a permission for a photo, with the file that shows it. What is missing in it is said by the server. */
export function PermissionDialog({ photo, onClose }: { photo: Photo | null; onClose(): void }) {
  const { permit } = useRecord(photo?.id ?? '');
  const { register, handleSubmit } = useForm<Permission>({
    defaultValues: { from: photo?.maker ?? '', on: new Date().toISOString().slice(0, 10), words: '', file: null },
  });
  const send = async ({ from, on, words, file }: Permission) => {
    if (await permit(from, on, words, file?.[0] ?? null)) onClose();
  };
  return (
    <Dialog
      open={photo !== null}
      onOpenChange={onClose}
      title={photo?.mayPlace ? texts.settle.recordAPermission : texts.settle.thisPhotoIsNotOpenly}
      description={photo?.mayPlace ? texts.settle.whatTheRightsHolderAllowed : texts.settle.itCanBePlacedOnce}
    >
      <form className="mt-4 flex flex-col gap-4" onSubmit={(e) => void handleSubmit(send)(e)}>
        <Labelled label={texts.settle.whoGaveIt}>
          <TextInput {...register('from')} />
        </Labelled>
        <Labelled label={texts.settle.when}>
          <TextInput type="date" className="scheme-dark" {...register('on')} />
        </Labelled>
        <Labelled label={texts.settle.whatTheyAllowedInTheir}>
          <TextArea rows={3} {...register('words')} />
        </Labelled>
        <Labelled label={texts.settle.aFileThatShowsIt}>
          <TextInput type="file" {...register('file')} />
        </Labelled>
        <div className="flex justify-end gap-5">
          <Button kind="verb" onClick={onClose}>
            {texts.settle.cancel}
          </Button>
          <Button kind="solid" type="submit">
            {texts.settle.recordThePermission}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
