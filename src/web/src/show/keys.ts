/** What a key asks of the show. Names as UI Events KeyboardEvent key Values has them. */
export type Asked = 'next' | 'back' | 'first' | 'last' | 'black' | 'white' | 'leave' | 'light' | 'play' | number;

// Clickers send page keys, some arrows, the full stop and Escape; media remotes the track keys.
const asks: Record<string, Asked> = {
  ArrowRight: 'next',
  ArrowDown: 'next',
  PageDown: 'next',
  ' ': 'next',
  Enter: 'next',
  MediaTrackNext: 'next',
  ArrowLeft: 'back',
  ArrowUp: 'back',
  PageUp: 'back',
  Backspace: 'back',
  MediaTrackPrevious: 'back',
  Home: 'first',
  End: 'last',
  '.': 'black',
  b: 'black',
  ',': 'white',
  w: 'white',
  l: 'light',
  p: 'play',
  MediaPlayPause: 'play',
  Escape: 'leave',
};

/** Reads keys; digits are gathered until Enter jumps to the slide of that number. */
export class ShowKeys {
  digits = '';

  /** What a key asks for; null for nothing, which a digit is as long as more may follow. */
  read(key: string): Asked | null {
    if (/^\d$/.test(key)) {
      this.digits = (this.digits + key).slice(-3);
      return null;
    }
    const number = Number(this.digits);
    const jumps = key === 'Enter' && number > 0;
    this.digits = '';
    return jumps ? number : (asks[key.length === 1 ? key.toLowerCase() : key] ?? null);
  }
}
