// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { isSingle, keysOf, press, useKeySettings, written } from './keys';
import { useRegistry, type Command } from './registry';

const put = (...commands: Command[]) =>
  useRegistry.setState({ byId: Object.fromEntries(commands.map((c, since) => [c.id, { ...c, since }])) });

function hit(key: string, more: KeyboardEventInit = {}, target: HTMLElement = document.body) {
  const e = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  Object.defineProperty(e, 'target', { value: target });
  return press(e);
}

beforeEach(() => {
  document.body.innerHTML = '';
  useKeySettings.setState({ single: true, changed: {} });
  put();
});

describe('keys', () => {
  it('are written the same on every keyboard', () => {
    const key = (k: string, more = {}) =>
      written({ key: k, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...more });
    expect(key('k')).toBe('K');
    expect(key('S', { shiftKey: true })).toBe('Shift S');
    expect(key('z', { metaKey: true })).toBe('Mod Z');
    expect(key('?', { shiftKey: true })).toBe('?');
    expect(key(' ')).toBe('Space');
    expect(key('PageDown')).toBe('Page down');
    expect(key('ArrowLeft', { altKey: true })).toBe('Alt Left');
    // Shift with a digit is no digit, whatever sign it makes.
    expect(key('!', { shiftKey: true })).toBe('!');
    expect(key('1', { shiftKey: true })).toBe('Shift 1');
  });

  it('run the command that is there now, the innermost where two share them', () => {
    const outer = vi.fn();
    const inner = vi.fn();
    put({ id: 'a', name: 'A', keys: ['K'], run: outer }, { id: 'b', name: 'B', keys: ['K'], run: inner });
    expect(hit('k')).toBe(true);
    expect([outer.mock.calls.length, inner.mock.calls.length]).toEqual([0, 1]);
    put({ id: 'a', name: 'A', keys: ['K'], when: () => false, run: outer });
    expect(hit('k')).toBe(false);
  });

  it('leave fields, dialogs and pressed buttons alone', () => {
    const run = vi.fn();
    put(
      { id: 'a', name: 'A', keys: ['K', 'Space'], run },
      { id: 'm', name: 'M', keys: ['Mod K'], inFields: true, run },
    );
    document.body.innerHTML = '<input><button>x</button><div data-leaves-keys><button>y</button></div>';
    const [field, button, leaves] = [
      document.querySelector('input')!,
      document.querySelectorAll('button')[0]!,
      document.querySelectorAll('button')[1]!,
    ];
    expect(hit('k', {}, field)).toBe(false);
    expect(hit('k', { ctrlKey: true }, field)).toBe(true);
    expect(hit(' ', {}, button)).toBe(false);
    expect(hit(' ', {}, leaves)).toBe(true);
    document.body.innerHTML = '<div role="dialog" data-state="open"></div>';
    expect(hit('k')).toBe(false);
  });

  it('can be changed and switched off, those with Ctrl excepted', () => {
    const command: Command = { id: 'a', name: 'A', keys: ['K', 'Mod J'], run: vi.fn() };
    put(command);
    useKeySettings.setState({ changed: { a: 'X' } });
    expect(keysOf(command, useKeySettings.getState())).toEqual(['X', 'Mod J']);
    expect([hit('k'), hit('x')]).toEqual([false, true]);
    useKeySettings.setState({ changed: { a: '' } });
    expect([hit('k'), hit('x'), hit('j', { ctrlKey: true })]).toEqual([false, false, true]);
    useKeySettings.setState({ single: false, changed: {} });
    expect([hit('k'), hit('j', { ctrlKey: true })]).toEqual([false, true]);
    expect(['K', 'Shift S', 'Space', '?'].every(isSingle)).toBe(true);
    expect(['Mod K', 'Alt Left', 'Page down', 'Enter'].some(isSingle)).toBe(false);
  });

  it('leave a field by Escape, so that those of the station act again', () => {
    document.body.innerHTML = '<input id="i"/>';
    const box = document.getElementById('i')!;
    box.focus();
    expect(hit('Escape', {}, box)).toBe(true);
    expect(document.activeElement).toBe(document.body);
    // In a dialog Escape is the dialog's.
    document.body.innerHTML = '<div role="dialog" data-state="open"><input id="i"/></div>';
    const inside = document.getElementById('i')!;
    inside.focus();
    expect(hit('Escape', {}, inside)).toBe(false);
    expect(document.activeElement).toBe(inside);
  });
});
