// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Button } from './Button';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { Labelled, TextInput } from './TextInput';
import { Notices } from './Notices';
import { Select } from './Select';
import { OnceHint, useSeenHints } from './OnceHint';
import { Panes } from './Panes';
import { useGesture } from './useGesture';
import { stands, useNotices } from './useNotices';

beforeEach(() => {
  useNotices.setState({ list: [] });
  // What Radix measures and the test's browser does not have.
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.hasPointerCapture = () => false;
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
afterEach(cleanup);

describe('a field that is edited in place', () => {
  const field = (value = 'Low water', lines = false) => {
    const commit = vi.fn();
    const shown = render(<Field label="Title" value={value} onCommit={commit} lines={lines} />);
    return { commit, box: screen.getByLabelText<HTMLInputElement>('Title'), shown };
  };

  it('commits by Enter and by leaving, once, and without spaces around', async () => {
    const { commit, box } = field();
    await userEvent.clear(box);
    await userEvent.type(box, '  High water {Enter}');
    expect(commit.mock.calls).toEqual([['High water']]);
  });

  it('takes back by Escape and commits nothing', async () => {
    const { commit, box } = field();
    await userEvent.type(box, ' tomorrow{Escape}');
    expect(commit).not.toHaveBeenCalled();
    expect(box.value).toBe('Low water');
  });

  it('commits nothing that did not change, and keeps what it had when emptied', async () => {
    const { commit, box } = field();
    await userEvent.type(box, ' ');
    fireEvent.blur(box);
    expect(commit).not.toHaveBeenCalled();
    await userEvent.clear(box);
    fireEvent.blur(box);
    expect(commit.mock.calls).toEqual([['']]);
    expect(box.value).toBe('Low water');
  });

  it('follows the value from outside, and breaks lines by Shift and Enter where it has several', async () => {
    const { commit, box, shown } = field('one', true);
    await userEvent.type(box, '{Shift>}{Enter}{/Shift}two{Enter}');
    expect(commit.mock.calls).toEqual([['one\ntwo']]);
    shown.rerender(<Field label="Title" value="three" onCommit={commit} lines />);
    expect(box.value).toBe('three');
  });
});

describe('a field that another window overtakes', () => {
  const shown = (value: string, commit = vi.fn()) => ({
    commit,
    ...render(<Field label="Title" value={value} onCommit={commit} />),
  });

  it('keeps what is being typed, shows the other beside, and takes what is chosen', async () => {
    const { commit, rerender } = shown('one');
    const box = screen.getByLabelText<HTMLInputElement>('Title');
    await userEvent.type(box, ' and mine');
    rerender(<Field label="Title" value="theirs" onCommit={commit} />);
    expect(box.value).toBe('one and mine');
    expect(screen.getByRole('status').textContent).toContain('Changed elsewhere to “theirs”');
    await userEvent.click(screen.getByRole('button', { name: 'Take that' }));
    expect([box.value, commit.mock.calls]).toEqual(['theirs', []]);
    expect(screen.queryByRole('status')).toBeNull();
  });

  it('goes on with what was typed where that is wanted, and sends it', async () => {
    const { commit, rerender } = shown('one');
    const box = screen.getByLabelText<HTMLInputElement>('Title');
    await userEvent.type(box, ' more');
    rerender(<Field label="Title" value="theirs" onCommit={commit} />);
    await userEvent.click(screen.getByRole('button', { name: 'Go on with mine' }));
    expect(document.activeElement).toBe(box);
    await userEvent.keyboard('{Enter}');
    expect(commit.mock.calls).toEqual([['one more']]);
  });

  it('keeps what is typed anew before the answer to what was sent has come', async () => {
    let answer: (done: boolean) => void = () => undefined;
    const commit = vi.fn(() => new Promise<boolean>((r) => (answer = r)));
    const { rerender } = shown('one', commit);
    const box = screen.getByLabelText<HTMLInputElement>('Title');
    await userEvent.type(box, ' and{Enter}');
    await userEvent.clear(box);
    await userEvent.type(box, 'two');
    rerender(<Field label="Title" value="one and" onCommit={commit} />);
    answer(true);
    await Promise.resolve();
    expect([box.value, screen.queryByText(/Changed elsewhere/)]).toEqual(['two', null]);
    // What someone else makes of it is told all the same.
    rerender(<Field label="Title" value="theirs" onCommit={commit} />);
    expect(box.value).toBe('two');
    expect(screen.getByText(/Changed elsewhere to “theirs”/)).toBeTruthy();
  });

  it('shows what there was where the text is refused, at once or later', async () => {
    for (const refused of [false, Promise.resolve(false)]) {
      const { commit } = shown(
        '3:00',
        vi.fn(() => refused),
      );
      const box = screen.getByLabelText<HTMLInputElement>('Title');
      await userEvent.clear(box);
      await userEvent.type(box, 'a while{Enter}');
      await vi.waitFor(() => expect(box.value).toBe('3:00'));
      expect(commit).toHaveBeenCalledOnce();
      cleanup();
    }
  });
});

describe('a gesture', () => {
  const Number_ = ({ send }: { send(n: number): unknown }) => {
    const g = useGesture(send);
    return (
      <button onClick={() => g.put((g.shown ?? 0) + 1)} onBlur={g.end}>
        {g.shown ?? 'rest'}
      </button>
    );
  };

  it('of many steps is shown at once and sent once, when the hand rests', () => {
    vi.useFakeTimers();
    const send = vi.fn();
    render(<Number_ send={send} />);
    const button = screen.getByRole('button');
    for (let n = 0; n < 7; n++) {
      fireEvent.click(button);
      vi.advanceTimersByTime(300);
    }
    expect([button.textContent, send.mock.calls]).toEqual(['7', []]);
    vi.advanceTimersByTime(500);
    expect(send.mock.calls).toEqual([[7]]);
    vi.useRealTimers();
  });

  it('is sent when its place goes', () => {
    const send = vi.fn();
    const shown = render(<Number_ send={send} />);
    fireEvent.click(screen.getByRole('button'));
    shown.unmount();
    expect(send.mock.calls).toEqual([[1]]);
  });
});

describe('a line of help', () => {
  it('is shown until it was read or done, and not again', async () => {
    useSeenHints.setState({ seen: [] });
    const line = (done = false) => (
      <OnceHint id="x" done={done}>
        Arrows move.
      </OnceHint>
    );
    const shown = render(line());
    await userEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByText('Arrows move.')).toBeNull();
    expect(JSON.parse(localStorage.getItem('jaali.seen')!)).toEqual(['x']);
    useSeenHints.setState({ seen: [] });
    shown.rerender(line());
    expect(screen.getByText('Arrows move.')).toBeTruthy();
    shown.rerender(line(true));
    shown.rerender(line());
    expect(screen.queryByText('Arrows move.')).toBeNull();
  });
});

describe('sides', () => {
  const three = ['one', 'two', 'three'].map((id) => ({ id, name: `Side ${id}`, body: <p>{`body ${id}`}</p> }));
  const media = (narrow: boolean) =>
    vi.stubGlobal('matchMedia', () => ({
      matches: narrow,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }));
  afterEach(() => vi.unstubAllGlobals());

  it('stand beside one another where there is room, and are pages where there is none', async () => {
    media(false);
    render(<Panes sides={three} main="two" columns="" />);
    expect(screen.getAllByText(/^body/)).toHaveLength(3);
    expect(screen.queryByRole('group', { name: 'Pages' })).toBeNull();
    cleanup();
    media(true);
    render(<Panes sides={three} main="two" columns="" />);
    expect(screen.getAllByText(/^body/).map((e) => e.textContent)).toEqual(['body two']);
    await userEvent.click(screen.getByRole('button', { name: 'Side three' }));
    expect(screen.getAllByText(/^body/).map((e) => e.textContent)).toEqual(['body three']);
    expect(screen.getByRole('button', { name: 'Side three', pressed: true })).toBeTruthy();
  });
});

describe('notices', () => {
  it('are closed one by one or all, and go by themselves, what was refused later', async () => {
    const { rerender } = render(<Notices place="plan" />);
    const { say } = useNotices.getState();
    for (const text of ['One.', 'Two.', 'Two.', 'Three.']) say(text, text === 'Two.' ? 'refused' : 'said');
    expect(await screen.findAllByRole('button', { name: 'Close' })).toHaveLength(3);
    await userEvent.click(screen.getAllByRole('button', { name: 'Close' })[1]!);
    expect(screen.queryByText('Two.')).toBeNull();
    expect(screen.getByText('One.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Close all 2' }));
    expect(screen.getByRole('status').textContent).toBe('');

    vi.useFakeTimers();
    act(() => {
      say('Four.');
      say('Five.', 'refused');
    });
    act(() => void vi.advanceTimersByTime(stands.said + 100));
    expect([screen.queryByText('Four.'), screen.queryByText('Five.') === null]).toEqual([null, false]);
    // A hand on it keeps it; leaving for another station takes it away.
    fireEvent.pointerEnter(screen.getByRole('status'));
    act(() => void vi.advanceTimersByTime(10 * stands.refused));
    expect(screen.getByText('Five.')).toBeTruthy();
    rerender(<Notices place="credit" />);
    expect(screen.queryByText('Five.')).toBeNull();
    vi.useRealTimers();
  });
});

describe('a word that opens its alternatives', () => {
  it('names what it is for, is worked by keys, and tells what was chosen', async () => {
    const chosen = vi.fn();
    render(
      <Select
        label="Place of the words"
        value="auto"
        options={[
          ['auto', 'the calmest corner'],
          ['topLeft', 'top left'],
        ]}
        onChoose={chosen}
      />,
    );
    const word = screen.getByRole('button', { name: 'Place of the words: the calmest corner' });
    word.focus();
    await userEvent.keyboard('{Enter}');
    expect(screen.getByRole('menuitemradio', { name: 'the calmest corner', checked: true })).toBeTruthy();
    await userEvent.click(screen.getByRole('menuitemradio', { name: 'top left' }));
    expect(chosen.mock.calls).toEqual([['topLeft']]);
  });
});

describe('a dialog', () => {
  it('has its name and its description, and is closed by Escape', async () => {
    const change = vi.fn();
    render(
      <Dialog open onOpenChange={change} title="Keys" description="Single keys act when no field has the focus.">
        <Button>Done</Button>
      </Dialog>,
    );
    const dialog = screen.getByRole('dialog', { name: 'Keys' });
    expect(document.getElementById(dialog.getAttribute('aria-describedby')!)?.textContent).toMatch(/^Single keys/);
    await userEvent.keyboard('{Escape}');
    expect(change).toHaveBeenCalledWith(false);
  });
});

describe('a line of a form', () => {
  it('belongs to what it asks for, and its fault is said', () => {
    render(
      <Labelled label="Address" problem="Give a web address.">
        <TextInput />
      </Labelled>,
    );
    expect(screen.getByLabelText(/Address/).tagName).toBe('INPUT');
    expect(screen.getByRole('alert').textContent).toBe('Give a web address.');
  });

  it('has buttons that never send the form by chance', () => {
    const sent = vi.fn((e: React.FormEvent) => e.preventDefault());
    render(
      <form onSubmit={sent}>
        <Button>Look</Button>
        <Button type="submit">Send</Button>
      </form>,
    );
    fireEvent.click(screen.getByText('Look'));
    expect(sent).not.toHaveBeenCalled();
    fireEvent.click(screen.getByText('Send'));
    expect(sent).toHaveBeenCalledOnce();
  });
});
