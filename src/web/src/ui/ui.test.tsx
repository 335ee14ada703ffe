// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Button } from './Button';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { Labelled, Line } from './Line';
import { Notices } from './Notices';
import { Select } from './Select';
import { useNotices } from './useNotices';

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

describe('notices', () => {
  it('stay until they are closed, one by one or all', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    render(<Notices />);
    const { say } = useNotices.getState();
    for (const text of ['One.', 'Two.', 'Two.', 'Three.']) say(text, text === 'Two.' ? 'refused' : 'said');
    expect(await screen.findAllByRole('button', { name: 'Close' })).toHaveLength(3);
    vi.advanceTimersByTime(10 * 60_000);
    vi.useRealTimers();
    await userEvent.click(screen.getAllByRole('button', { name: 'Close' })[1]!);
    expect(screen.queryByText('Two.')).toBeNull();
    expect(screen.getByText('One.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Close all 2' }));
    expect(screen.getByRole('status').textContent).toBe('');
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
        <Line />
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
