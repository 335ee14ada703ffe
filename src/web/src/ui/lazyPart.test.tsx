// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { Suspense, useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { lazyPart } from './lazyPart';

afterEach(cleanup);

const Part = ({ word }: { word: string }) => <p>{word}</p>;
const script = () => Promise.resolve({ default: Part });

describe('a part that comes later', () => {
  it('is drawn at once where its script was fetched before', async () => {
    const load = vi.fn(script);
    const Later = lazyPart(load);
    await Later.fetch();
    render(
      <Suspense fallback="waiting">
        <Later word="here" />
      </Suspense>,
    );
    expect(screen.getByText('here')).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it('is waited for where it was not, and is not begun anew when it is there', async () => {
    let come: (() => void) | undefined;
    const begun = vi.fn();
    const Counted = ({ word }: { word: string }) => {
      useState(begun);
      return <p>{word}</p>;
    };
    const Later = lazyPart<{ word: string }>(() => new Promise((r) => (come = () => r({ default: Counted }))));
    const shown = (word: string) => (
      <Suspense fallback="waiting">
        <Later word={word} />
      </Suspense>
    );
    const { rerender } = render(shown('one'));
    expect(screen.getByText('waiting')).toBeTruthy();
    await act(async () => come!());
    expect(screen.getByText('one')).toBeTruthy();
    rerender(shown('two'));
    expect(screen.getByText('two')).toBeTruthy();
    expect(begun).toHaveBeenCalledTimes(1);
  });
});
