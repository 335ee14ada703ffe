import type { SlidePoint } from '../../api/types';

/** Where on the slide the pointer is; null where it is elsewhere. */
export const stagePointer: { at: SlidePoint | null } = { at: null };
