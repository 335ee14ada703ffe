import type { SlideLayout, WordsRole } from '../../api/types';
import { texts } from '../../texts';

/** What words are for, as it is said. */
const rolesNames: Record<WordsRole, string> = {
  opening: texts.words.openingTitle,
  heading: texts.words.title,
  subtitle: texts.words.subtitle,
  body: texts.words.running,
  caption: texts.words.caption,
  number: texts.words.number,
  quotation: texts.words.quotation,
  credit: texts.words.credit,
};
export const roles = Object.entries(rolesNames) as [WordsRole, string][];

/** What a place for words asks for while nothing is written there. */
export const prompts: Record<WordsRole, string> = {
  opening: texts.words.writeTheTitle,
  heading: texts.words.writeTheTitle,
  subtitle: texts.words.writeTheSubtitle,
  body: texts.words.writeTheEntries,
  caption: texts.words.writeTheCaption,
  number: texts.words.writeTheNumber,
  quotation: texts.words.writeTheQuotation,
  credit: texts.words.writeTheCredit,
};

/** Slides of words, by what they are laid out for. */
const layoutsNames: Record<NonNullable<SlideLayout>, string> = {
  opening: texts.words.slideOpening,
  section: texts.words.slideSection,
  quotation: texts.words.slideQuotation,
  number: texts.words.slideNumber,
  list: texts.words.slideList,
  sources: texts.words.slideSources,
  contents: texts.words.slideContents,
  closing: texts.words.slideClosing,
};
export const layouts = Object.entries(layoutsNames) as [SlideLayout, string][];
