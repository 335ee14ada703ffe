// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { press, useKeySettings } from '../commands/keys';
import { useCommands, useRegistry, type Command } from '../commands/registry';
import { CommandList } from './CommandList';
import { KeysHelp } from './KeysHelp';

const keep = vi.fn();
const undo = vi.fn();
const commands: Command[] = [
  { id: 'gather.keep', name: 'Keep this photo', keys: ['K'], group: 'Gather', run: keep },
  { id: 'deck.undo', name: 'Take back', keys: ['Mod Z'], group: 'The talk', run: undo },
  { id: 'wall.right', name: 'Next photo', keys: ['Right'], group: 'Gather', onlyKeys: true, run: vi.fn() },
  { id: 'deck.never', name: 'Not now', run: vi.fn(), when: () => false },
];
function Registered({ list = commands }: { list?: Command[] }) {
  useCommands(list);
  return null;
}
const key = (k: string, more: KeyboardEventInit = {}) =>
  press(new KeyboardEvent('keydown', { key: k, cancelable: true, ...more }));

beforeEach(() => {
  useRegistry.setState({ byId: {} });
  useKeySettings.setState({ single: true, changed: {} });
  keep.mockReset();
  undo.mockReset();
  Element.prototype.scrollIntoView = () => undefined;
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
afterEach(cleanup);

describe('commands', () => {
  it('act as long as what registered them is shown, always as they are now', () => {
    const shown = render(<Registered />);
    expect(key('k')).toBe(true);
    const later = vi.fn();
    shown.rerender(<Registered list={[{ ...commands[0]!, run: later }]} />);
    key('k');
    expect([keep.mock.calls.length, later.mock.calls.length]).toEqual([1, 1]);
    shown.unmount();
    expect(key('k')).toBe(false);
    expect(useRegistry.getState().byId).toEqual({});
  });

  it('of a station come before those of the desk around it, which are there again after it', () => {
    const station = vi.fn();
    render(<Registered />);
    const over = render(<Registered list={[{ id: 'station', name: 'Over', keys: ['K'], run: station }]} />);
    key('k');
    over.unmount();
    key('k');
    expect([station.mock.calls.length, keep.mock.calls.length]).toEqual([1, 1]);
  });

  it('are found by any of their words, chosen by keys and run once', async () => {
    const change = vi.fn();
    render(
      <>
        <Registered />
        <CommandList open onOpenChange={change} />
      </>,
    );
    const box = screen.getByRole('combobox', { name: 'Find a command' });
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['Keep this photoK', 'Take backCtrl Z']);
    expect(box.getAttribute('aria-controls')).toBe(screen.getByRole('listbox', { name: 'Commands' }).id);
    await userEvent.type(box, 'back take');
    expect(screen.getAllByRole('option')).toHaveLength(1);
    await userEvent.keyboard('{Enter}');
    expect(undo).toHaveBeenCalledOnce();
    expect(change).toHaveBeenCalledWith(false);
    await userEvent.clear(box);
    await userEvent.type(box, 'zzz');
    expect(screen.getByText('No command has these words.')).toBeTruthy();
  });
});

describe('the list of keys', () => {
  const help = () =>
    render(
      <>
        <Registered />
        <KeysHelp open onOpenChange={() => undefined} />
      </>,
    );

  it('shows every key by what it belongs to', () => {
    help();
    expect(screen.getByRole('region', { name: 'Gather' }).textContent).toBe('GatherKKeep this photoRightNext photo');
    expect(screen.getByRole('region', { name: 'The talk' }).textContent).toBe('The talkCtrl ZTake back');
    expect(screen.queryByText('Not now')).toBeNull();
  });

  it('changes a single key, and puts all back', async () => {
    help();
    await userEvent.click(screen.getByRole('button', { name: 'Change the key of Keep this photo' }));
    await userEvent.keyboard('x');
    expect(useKeySettings.getState().changed).toEqual({ 'gather.keep': 'X' });
    expect(JSON.parse(localStorage.getItem('jaali.keys')!).changed).toEqual({ 'gather.keep': 'X' });
    cleanup();
    render(<Registered />);
    expect([key('k'), key('x')]).toEqual([false, true]);
    cleanup();
    help();
    await userEvent.click(screen.getByRole('button', { name: 'All keys as they were' }));
    expect(useKeySettings.getState().changed).toEqual({});
  });

  it('leaves a key as it was by Escape, and takes it away by Delete', async () => {
    help();
    const change = () => screen.getByRole('button', { name: 'Change the key of Keep this photo' });
    await userEvent.click(change());
    expect(change().textContent).toBe('press a key');
    await userEvent.keyboard('{Escape}');
    expect(change().textContent).toBe('K');
    await userEvent.click(change());
    await userEvent.keyboard('{Delete}');
    expect(change().textContent).toBe('none');
  });

  it('switches single keys off; the others act on', async () => {
    help();
    await userEvent.click(screen.getByRole('checkbox', { name: 'Single keys act' }));
    expect(screen.getByRole('region', { name: 'Gather' }).textContent).toContain('offKeep this photo');
    cleanup();
    render(<Registered />);
    expect([key('k'), key('z', { ctrlKey: true })]).toEqual([false, true]);
  });
});
