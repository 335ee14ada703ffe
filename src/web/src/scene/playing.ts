import { createContext, type ReactNode } from 'react';
import type { PhotoNode } from '../api/types';

/** Paints what plays in the place of a picture, over it; null where everything stands still. */
export const PlayingContext = createContext<((node: PhotoNode) => ReactNode) | null>(null);
