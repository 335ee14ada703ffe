import { create } from 'zustand';
import { useRegistry, type Command } from './registry';

interface KeySettings {
  /** Single keys act at all. */
  single: boolean;
  /** Keys that were changed, by command. */
  changed: Record<string, string>;
}

const stored = 'jaali.keys';
const usual: KeySettings = { single: true, changed: {} };

function read(): KeySettings {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(stored) ?? '{}') as Partial<KeySettings>) };
  } catch {
    return usual;
  }
}

/** Single keys can be switched off and changed (WCAG 2.2, success criterion 2.1.4). */
export const useKeySettings = create<KeySettings>(() => read());
useKeySettings.subscribe((s) => {
  try {
    localStorage.setItem(stored, JSON.stringify(s));
  } catch {
    // Without storage they last as long as the page.
  }
});

const named: Record<string, string> = {
  ' ': 'Space',
  PageDown: 'Page down',
  PageUp: 'Page up',
  ArrowLeft: 'Left',
  ArrowRight: 'Right',
  ArrowUp: 'Up',
  ArrowDown: 'Down',
};

/** A press of keys as commands write it. */
export function written(e: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>): string {
  const key = named[e.key] ?? (e.key.length === 1 ? e.key.toUpperCase() : e.key);
  // A sign that needs Shift on some keyboards and not on others is named by itself.
  const sign = e.key.length === 1 && !/[a-z0-9 ]/i.test(e.key);
  return [(e.ctrlKey || e.metaKey) && 'Mod', e.altKey && 'Alt', e.shiftKey && !sign && 'Shift', key]
    .filter(Boolean)
    .join(' ');
}

/** True for one printable character without Ctrl, Alt or Meta: what speech input and chance may press. */
export const isSingle = (keys: string) => /^(Shift )?(\S|Space)$/.test(keys);

/** The keys of a command as they are set. */
export function keysOf(command: Command, settings: KeySettings): string[] {
  const own = command.keys ?? [];
  const changed = settings.changed[command.id];
  const all =
    changed === undefined ? own : changed === '' ? own.filter((k) => !isSingle(k)) : [changed, ...own.slice(1)];
  return settings.single ? all : all.filter((k) => !isSingle(k));
}

/** Keys as they are shown to a person. */
export const shownKeys = (keys: string[]) => keys.map((k) => k.replace('Mod', 'Ctrl')).join(', ');

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable="true"]') !== null;

// Space and Enter press what has the focus, unless it leaves them to commands.
const presses = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('button, a, summary, [role="button"], [role="menuitem"], [role="slider"]') !== null &&
  target.closest('[data-leaves-keys]') === null;

/** Runs the command that a press of keys stands for; answers whether there was one. */
export function press(e: KeyboardEvent): boolean {
  if (e.defaultPrevented || e.isComposing) return false;
  const keys = written(e);
  const settings = useKeySettings.getState();
  const field = inField(e.target);
  const dialog = document.querySelector('[role="dialog"][data-state="open"], [role="menu"]') !== null;
  const found = Object.values(useRegistry.getState().byId).filter(
    (c) =>
      keysOf(c, settings).includes(keys) &&
      (!field || c.inFields) &&
      (!dialog || c.id.startsWith('dialog.')) &&
      (c.when?.() ?? true),
  );
  // Escape leaves any field, so that the keys of the station act again.
  if (field && !dialog && keys === 'Escape' && e.target instanceof HTMLElement) {
    e.preventDefault();
    e.target.blur();
    return true;
  }
  // Of several the one of the innermost place: a station's before those of the desk around it.
  const command = found.sort((a, b) => a.since - b.since).at(-1);
  if (!command || ((keys === 'Space' || keys === 'Enter') && presses(e.target))) return false;
  e.preventDefault();
  command.run();
  return true;
}
