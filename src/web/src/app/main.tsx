import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { isTransient } from '../api/client';
import { openEarly } from '../deck/useOpenDeck';
import { loadRules } from '../deck/rules';

import { Waiting } from '../ui/Star';
import { lazyPart } from '../ui/lazyPart';
import '../styles.css';
import { AwayBar } from './ConnectionBar';
import { PlacedNotices } from './PlacedNotices';
import { stationName, stationPages } from './stationPages';

const DeckList = lazyPart(() => import('../stations/talks/TalkList'));
const Check = lazyPart(() => import('../stations/check/Check'));
const DeckDesk = lazyPart(() => import('./DeckPage'));
const Show = lazyPart(() => import('../show/Show'));
const Podium = lazyPart(() => import('../show/Podium'));

// What gets no answer is asked again until it does; anything else once more.
const queries = new QueryClient({
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: false,
      retry: (failed, error) => isTransient(error) || failed < 1,
      retryDelay: 1500,
      networkMode: 'always',
    },
  },
});

// What is asked of the server before anything is shown; without it nothing would be right.
void loadRules().catch(() => undefined);
// The deck and the scripts that show it are asked for at once, not one after the other.
const [, at, id, where = 'plan'] = location.pathname.split('/');
if (at === 'deck' && id) openEarly(id);
const scripts =
  at === 'deck' && id
    ? where === 'show'
      ? [Show.fetch()]
      : where === 'podium'
        ? [Podium.fetch()]
        : [DeckDesk.fetch(), stationPages[stationName(where)].fetch()]
    : at === 'check'
      ? [Check.fetch()]
      : [DeckList.fetch()];

const page = (
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Suspense fallback={<Waiting />}>
          <Routes>
            <Route
              path="/"
              element={
                <>
                  <DeckList />
                  <AwayBar />
                </>
              }
            />
            <Route
              path="/check/:id"
              element={
                <>
                  <Check />
                  <AwayBar />
                </>
              }
            />
            <Route path="/deck/:id/show" element={<Show />} />
            <Route path="/deck/:id/podium" element={<Podium />} />
            <Route path="/deck/:id/:station" element={<DeckDesk />} />
            <Route path="/deck/:id" element={<Navigate to="plan" replace />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
        <PlacedNotices />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>
);
// Until then the page shows its star; a script that does not come is asked for again by what needs it.
void Promise.all(scripts)
  .catch(() => undefined)
  .then(() => createRoot(document.getElementById('root')!).render(page));
