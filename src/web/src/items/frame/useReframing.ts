import { create } from 'zustand';
import type { ReframeTool } from './ReframeTool';

/** The tool that reframes the chosen photo, and the scale that it has brought it to. */
export const useReframing = create<{ tool: ReframeTool | null; scale: number }>(() => ({ tool: null, scale: 1 }));
