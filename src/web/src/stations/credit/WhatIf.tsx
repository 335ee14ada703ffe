import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../api/client';
import { useDeckId } from '../../deck/store';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** The talk put to other uses, without changing it. */
export function WhatIf() {
  const id = useDeckId();
  const [open, setOpen] = useState<string | null>(null);
  const audit = useQuery({
    queryKey: ['audit', id],
    queryFn: () => unwrap(api.GET('/api/decks/{id}/audit', { params: { path: { id } } })),
  });
  return (
    <div className="mt-6 border-t border-rule pt-4">
      <h2 className="text-ink-quiet">{texts.credit.whatIfItWereShown}</h2>
      <ul className="mt-1" aria-label={texts.credit.otherUses}>
        {audit.data?.map((w) => {
          const clear = w.rows.length === 0;
          return (
            <li key={w.id} className="py-1">
              {clear ? (
                <span>{w.name}</span>
              ) : (
                <Button kind="link" aria-expanded={open === w.id} onClick={() => setOpen(open === w.id ? null : w.id)}>
                  {w.name}
                </Button>
              )}
              <span className="block text-ink-quiet">{w.sentence}.</span>
              {open === w.id && (
                <ul className="mt-1 border-l border-rule pl-3">
                  {w.rows.map((r) => (
                    <li
                      key={r.photoId}
                      className={`py-0.5 ${r.standing === 'blocked' ? 'text-madder-ink' : 'text-marigold-ink'}`}
                    >
                      <span className="font-medium text-ink">{r.title}.</span> {r.why}
                    </li>
                  ))}
                </ul>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
