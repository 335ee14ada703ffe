/** How far the hand has come since it took hold, in slide units. */
export interface Moved {
  dx: number;
  dy: number;
  /** Nothing is caught. */
  free: boolean;
}

/** A tool in hand on the stage: a plain thing without interface code. Of several only one is in hand. */
export interface StageTool {
  /** The hand takes hold. */
  begin(): void;
  move(moved: Moved): void;
  /** A step by a key, in slide units. */
  nudge(dx: number, dy: number): void;
  /** The wheel or a key scales, about a place of the slide. */
  scaleBy?(factor: number, about: { x: number; y: number }): void;
  /** The hand lets go: what was done is sent. */
  end(): Promise<void>;
  /** What was begun is given up. */
  cancel(): void;
}
