import type { components } from '../generated/api';

type Schemas = components['schemas'];

export type Deck = Schemas['DeckView'];
export type DeckLine = Schemas['DeckLine'];
export type Slide = Schemas['SlideView'];
export type Point = Schemas['Point'];
export type Photo = Schemas['PhotoView'];
export type Scene = Schemas['Scene'];
export type SceneNode = Schemas['SceneNode'];
export type PhotoNode = Schemas['SceneNodePhotoNode'];
export type LinesNode = Schemas['SceneNodeLinesNode'];
export type Command = Schemas['DeckCommand'];
export type Edit = Schemas['EditView'];
export type Guides = Schemas['DragGuides'];
export type CropWindow = Schemas['CropWindow'];
export type Candidate = Schemas['CandidateView'];
export type Job = Schemas['JobView'];
export type Ledger = Schemas['LedgerView'];
export type Use = Schemas['DeclaredUse'];
export type Shape = 'any' | 'wide' | 'tall' | 'square';
export type Spot = Schemas['Spot'];
export type Standing = Schemas['Standing'];
export type CreditSpan = Schemas['CreditSpan'];
