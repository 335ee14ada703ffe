import { cx } from 'class-variance-authority';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import type { LedgerRow, Standing } from '../../api/types';
import { useLedger } from '../../deck/ledger';
import { goTo } from '../../deck/navigate';
import { useDeckId, useHeader, useScenes, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { NextStation, StationHead } from '../StationHead';
import { Lattice } from '../../ui/Star';
import { OnceHint } from '../../ui/OnceHint';
import { Panes } from '../../ui/Panes';
import { SceneView } from '../../scene/SceneView';
import { UseSentence } from '../plan/UseSentence';
import { CreditStyling } from './CreditStyling';
import { LedgerEntry } from './LedgerEntry';
import { DeckLicence } from './DeckLicence';
import { WhatIf } from './WhatIf';
import { texts } from '../../texts';

const formsNames: Record<string, string> = {
  txt: texts.credit.plainText,
  md: 'Markdown',
  html: texts.credit.aWebPageThatPrograms,
  csv: texts.credit.aTable,
  jsonld: texts.credit.jsonLd,
};
const forms = Object.entries(formsNames) as [string, string][];
const weight: Record<Standing, number> = { blocked: 0, toSettle: 1, clear: 2 };

/** The ledger: each photo's credit as it will read, where it is used, what is owed and how it stands. */
export default function Credit() {
  const id = useDeckId();
  const header = useHeader();
  const slides = useSlides();
  const ledger = useLedger();
  const [byStanding, setByStanding] = useState(true);
  const [unsettled, setUnsettled] = useState(false);
  const credits = slides.find((s) => s.kind === 'credits');
  const pages = useScenes(credits?.id);
  const all = ledger.data?.rows ?? [];
  const rows = unsettled ? all.filter((r) => r.standing !== 'clear') : all;
  const shown: LedgerRow[] = byStanding ? rows.toSorted((a, b) => weight[a.standing] - weight[b.standing]) : rows;
  return (
    <main id="station" tabIndex={-1} className="paper flex min-h-0 min-w-0 flex-col bg-paper text-ink">
      <StationHead>
        <NextStation to="give" name={texts.credit.nextGive} />
        <Button kind="verb" onClick={() => setByStanding(!byStanding)}>
          {byStanding ? texts.credit.sortBySlide : texts.credit.sortByStanding}
        </Button>
        <Button kind="verb" aria-pressed={unsettled} onClick={() => setUnsettled(!unsettled)}>
          {texts.credit.onlyWhatIsUnsettled}
        </Button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="verb">{texts.credit.creditFiles}</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              sideOffset={6}
              className="z-30 rounded-sm border border-line bg-panel py-1 text-word"
            >
              {forms.map(([form, name]) => (
                <DropdownMenu.Item key={form} asChild>
                  <a
                    className={cx(
                      'block px-3 py-1.5 text-quiet outline-none data-highlighted:bg-surround',
                      'data-highlighted:text-word',
                    )}
                    href={`/api/decks/${id}/exports/credits.${form}`}
                    download
                  >
                    {texts.credit.as(name)}
                  </a>
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Item asChild>
                <a
                  className={cx(
                    'block border-t border-line px-3 py-1.5 text-quiet outline-none',
                    'data-highlighted:bg-surround data-highlighted:text-word',
                  )}
                  href={`/api/decks/${id}/exports/photos.zip`}
                  download
                >
                  {texts.credit.thePhotosEachWithIts}
                </a>
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </StationHead>
      <Panes
        columns="grid-cols-[minmax(0,1fr)_392px] max-[1150px]:grid-cols-[minmax(0,1fr)_300px]"
        main="ledger"
        sides={[
          {
            id: 'ledger',
            name: texts.credit.ledger,
            body: (
              <section aria-label={texts.credit.ledger} className="overflow-auto px-10 py-6 narrow:px-4 narrow:py-3">
                <h2 className="text-title leading-tight font-semibold [font-stretch:90%]">
                  {ledger.data?.sentence ?? ' '}
                </h2>
                {all.length > 0 && (
                  <div className="mt-3">
                    <OnceHint id="credit.ledger">{texts.credit.eachRowIsACredit}</OnceHint>
                  </div>
                )}
                {all.length > 0 ? (
                  <ul className="mt-4">
                    {shown.map((row) => (
                      <LedgerEntry key={row.photoId} row={row} />
                    ))}
                    {shown.length === 0 && (
                      <li className="border-t border-rule py-4 text-ink-quiet">{texts.credit.nothingIsUnsettled}</li>
                    )}
                  </ul>
                ) : (
                  <div className="relative mt-6 h-72">
                    <Lattice className="absolute inset-0 text-rule" />
                    <p
                      className={cx(
                        'absolute top-1/2 left-1/2 w-80 -translate-1/2 bg-paper p-5 text-center',
                        'text-ink-quiet',
                      )}
                    >
                      {texts.credit.eachPhotoThatIsOn}
                      <Button kind="link" onClick={() => goTo('gather')}>
                        {texts.credit.gatherPhotos}
                      </Button>
                    </p>
                  </div>
                )}
              </section>
            ),
          },
          {
            id: 'credits',
            name: texts.credit.creditsAndUse,
            body: (
              <aside
                aria-label={texts.credit.credits}
                className="overflow-auto bg-paper-deep px-7 py-6 narrow:px-4 narrow:py-3"
              >
                <h2 className="text-ink-quiet">{texts.credit.creditsAsTheyWillRead}</h2>
                {pages.map((page) => (
                  <SceneView key={page.page} scene={page} width={336} links="mouse" className="mt-3 w-full max-w-lg" />
                ))}
                {pages.length === 0 && (
                  <p className="mt-2 text-ink-quiet">
                    {credits ? texts.credit.thePageFillsAsPhotos : texts.credit.makeTheSlidesInPlan}
                  </p>
                )}
                {ledger.data && <CreditStyling style={ledger.data.style} languages={ledger.data.languages} />}
                <div className="mt-6 border-t border-rule pt-4">
                  <h2 className="text-ink-quiet">{texts.credit.whatThisTalkIsFor}</h2>
                  <UseSentence use={header.use} minutes={header.slotMinutes} />
                </div>
                {ledger.data && all.length > 0 && (
                  <>
                    <DeckLicence options={ledger.data.ownLicences} chosen={ledger.data.style.ownLicence} />
                    <WhatIf />
                  </>
                )}
              </aside>
            ),
          },
        ]}
      />
    </main>
  );
}
