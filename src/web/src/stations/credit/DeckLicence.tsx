import type { Ledger } from '../../api/types';
import { edit } from '../../deck/edit';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** Which licences the finished deck may carry, and why not the others. */
export function DeckLicence({ options, chosen }: { options: Ledger['ownLicences']; chosen: string }) {
  const may = options.filter((o) => o.may);
  const whole = options.filter((o) => o.may && o.whole);
  const not = options.filter((o) => !o.may);
  // What keeps its own terms beside the choice; before one is made, beside the freest.
  const beside = (may.find((o) => o.label === chosen) ?? may[0])?.why;
  return (
    <div className="mt-6 border-t border-rule pt-4">
      <h2 className="text-ink-quiet">{texts.credit.theDeckItselfMayCarry}</h2>
      <ul className="mt-1 flex flex-wrap gap-x-4 gap-y-1" aria-label={texts.credit.licenceOfTheDeck}>
        {may.map((o) => {
          const on = chosen === o.label;
          return (
            <li key={o.label}>
              <Button
                aria-pressed={on}
                title={o.why}
                className={on ? 'border-b-2 border-verdigris-ink font-semibold' : 'deed'}
                onClick={() => void edit({ kind: 'set-credit-style', ownLicence: on ? '' : o.label })}
              >
                {o.label}
              </Button>
            </li>
          );
        })}
      </ul>
      {may.length === 0 && <p className="mt-1">{texts.credit.noLicenceAsItStands}</p>}
      {beside && <p className="mt-1 text-ink-quiet">{beside}</p>}
      {may.length > 0 && (
        <p className="mt-1 text-ink-quiet">
          {whole.length > 0
            ? texts.credit.everythingUnder(whole.map((o) => o.label).join(', '))
            : texts.credit.notEverythingUnder((may.find((o) => o.label === chosen) ?? may[0]!).whyNotWhole)}
        </p>
      )}
      {[...new Set(not.map((o) => o.why))].map((why) => (
        <p key={why} className="mt-1 text-ink-quiet">
          {texts.credit.not(
            not
              .filter((o) => o.why === why)
              .map((o) => o.label)
              .join(', '),
            why,
          )}
        </p>
      ))}
    </div>
  );
}
