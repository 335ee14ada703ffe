import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense, lazy } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { passes } from '../api/client';
import { loadRules } from '../deck/rules';
import { Notices } from '../ui/Notices';
import { Waiting } from '../ui/Star';
import '../styles.css';
import { AwayBar } from './AwayBar';

const DeckList = lazy(() => import('../stations/decks/DeckList'));
const Check = lazy(() => import('../stations/check/Check'));
const DeckDesk = lazy(() => import('./DeckDesk'));
const Show = lazy(() => import('../show/Show'));
const Podium = lazy(() => import('../show/Podium'));

// What gets no answer is asked again until it does; anything else once more.
const queries = new QueryClient({
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: false,
      retry: (failed, error) => passes(error) || failed < 1,
      retryDelay: 1500,
      networkMode: 'always',
    },
  },
});

// What is asked of the server before anything is shown; without it nothing would be right.
void loadRules().catch(() => undefined);

createRoot(document.getElementById('root')!).render(
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
        <Notices />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
