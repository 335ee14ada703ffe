import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { api, errorText, unwrap } from '../../api/client';
import type { Collection } from '../../api/types';
import { Button } from '../../ui/Button';
import { TextInput } from '../../ui/TextInput';
import { texts } from '../../texts';

interface Terms {
  name: string;
  url: string;
  asksCredit: boolean;
  allowsPaid: boolean;
  allowsChanges: boolean;
}

const grants = [
  ['asksCredit', texts.gather.askForCredit],
  ['allowsPaid', texts.gather.allowPaidUse],
  ['allowsChanges', texts.gather.allowAlteredCopies],
] as const;

/** Terms of a collection's own, entered once: they hold for photos of which it names no licence. */
export function CollectionTerms({ collection: c, onDone }: { collection: Collection; onDone(): void }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState('');
  const { register, handleSubmit } = useForm<Terms>({
    defaultValues: {
      name: c.terms?.name ?? texts.gather.termsOf(c.name),
      url: c.terms?.url ?? '',
      asksCredit: c.terms?.asksCredit ?? true,
      allowsPaid: c.terms?.allowsPaid ?? false,
      allowsChanges: c.terms?.allowsChanges ?? false,
    },
  });
  const path = { id: c.id };
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['collections'] });
      onDone();
    } catch (error) {
      setProblem(errorText(error));
    }
  };
  const save = (terms: Terms) =>
    attempt(() =>
      unwrap(api.PUT('/api/collections/{id}/terms', { params: { path }, body: { ...terms, url: terms.url || null } })),
    );
  return (
    <form className="w-full bg-deep px-4 py-3 text-small" onSubmit={(e) => void handleSubmit(save)(e)}>
      <p className="text-quiet">{texts.gather.readItsTermsAndEnter}</p>
      <label className="mt-2 flex gap-3">
        <span className="w-24 shrink-0 text-quiet">{texts.gather.called}</span>
        <TextInput {...register('name')} />
      </label>
      <label className="mt-1 flex gap-3">
        <span className="w-24 shrink-0 text-quiet">{texts.gather.toBeReadAt}</span>
        <TextInput placeholder="https://" {...register('url')} />
      </label>
      <p className="mt-2 flex gap-5">
        {grants.map(([field, text]) => (
          <label key={field} className="flex items-center gap-2">
            <input type="checkbox" {...register(field)} /> {text}
          </label>
        ))}
      </p>
      {problem && <p className="mt-2 text-marigold">{problem}</p>}
      <p className="mt-2 flex justify-end gap-5">
        {c.terms && (
          <Button
            kind="verb"
            onClick={() => void attempt(() => unwrap(api.DELETE('/api/collections/{id}/terms', { params: { path } })))}
          >
            {texts.gather.takeThemBack}
          </Button>
        )}
        <Button kind="link" type="submit">
          {texts.gather.enterThem}
        </Button>
      </p>
    </form>
  );
}
