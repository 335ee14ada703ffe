import { wordsTexts } from './texts';
import type { SlideLayout, WordsRole } from '../../api/types';

/** What words are for, as it is said. */
const rolesNames: Record<WordsRole, string> = {
  opening: wordsTexts.openingTitle,
  heading: wordsTexts.title,
  section: wordsTexts.section,
  subtitle: wordsTexts.subtitle,
  body: wordsTexts.running,
  caption: wordsTexts.caption,
  label: wordsTexts.label,
  number: wordsTexts.number,
  quotation: wordsTexts.quotation,
  credit: wordsTexts.credit,
};
export const roles = Object.entries(rolesNames) as [WordsRole, string][];

/** What a place for words asks for while nothing is written there. */
export const prompts: Record<WordsRole, string> = {
  opening: wordsTexts.writeTheTitle,
  heading: wordsTexts.writeTheTitle,
  section: wordsTexts.writeTheSection,
  subtitle: wordsTexts.writeTheSubtitle,
  body: wordsTexts.writeTheEntries,
  caption: wordsTexts.writeTheCaption,
  label: wordsTexts.writeTheLabel,
  number: wordsTexts.writeTheNumber,
  quotation: wordsTexts.writeTheQuotation,
  credit: wordsTexts.writeTheCredit,
};

/** Slides of words, by what they are laid out for. */
const layoutsNames: Record<NonNullable<SlideLayout>, string> = {
  opening: wordsTexts.slideOpening,
  section: wordsTexts.slideSection,
  quotation: wordsTexts.slideQuotation,
  number: wordsTexts.slideNumber,
  list: wordsTexts.slideList,
  sources: wordsTexts.slideSources,
  contents: wordsTexts.slideContents,
  closing: wordsTexts.slideClosing,
  heading: wordsTexts.slideHeading,
};
export const layouts = Object.entries(layoutsNames) as [SlideLayout, string][];
