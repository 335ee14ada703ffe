import type { Station } from '../deck/stations';
import { helpTexts } from '../helpTexts';
import { texts } from '../texts';

/** One thing that one may want to know, in Jaali's own words. */
export interface Topic {
  title: string;
  text: string;
  /** Where it is done. */
  station?: Station['id'];
  /** Commands whose keys belong to it. */
  commands?: string[];
}

/** The page of help. */
export const topics: Topic[] = [
  {
    title: helpTexts.fromPointsToATalk,
    text: helpTexts.writeThePointsOneA,
    station: 'plan',
    commands: ['slides.make'],
  },
  {
    title: helpTexts.theOpening,
    text: helpTexts.theFirstRowOfThe,
    station: 'plan',
  },
  {
    title: helpTexts.time,
    text: helpTexts.eachPointHasItsPlanned,
    station: 'plan',
  },
  {
    title: helpTexts.whatTheTalkIsFor,
    text: helpTexts.theSentenceUnderTheTitle,
    station: 'plan',
  },
  {
    title: helpTexts.lookingForPhotos,
    text: helpTexts.changeTheWordsAtThe,
    station: 'gather',
    commands: ['search.write', 'point.next', 'point.before'],
  },
  {
    title: helpTexts.keepingAndLeavingOut,
    text: helpTexts.keepingTakesThePhotoIn,
    station: 'gather',
    commands: ['gather.keep', 'gather.let-go', 'gather.look'],
  },
  {
    title: helpTexts.sideBySide,
    text: helpTexts.markTwoToFourPhotos,
    station: 'gather',
    commands: ['gather.beside', 'gather.lay'],
  },
  {
    title: helpTexts.yourOwnPhotos,
    text: helpTexts.dropFilesOrAFolder,
    station: 'gather',
  },
  {
    title: helpTexts.showingThePartThatMatters,
    text: helpTexts.dragThePhotoOnThe,
    station: 'compose',
    commands: ['compose.frame.reframe'],
  },
  {
    title: helpTexts.severalOnASlide,
    text: helpTexts.severalOnASlideText,
    station: 'compose',
    commands: ['compose.arrange', 'compose.raise', 'compose.lower'],
  },
  {
    title: helpTexts.theGrid,
    text: helpTexts.theGridText,
    station: 'compose',
    commands: ['compose.grid', 'compose.closer', 'compose.farther'],
  },
  {
    title: helpTexts.stayInView,
    text: helpTexts.stayInViewText,
    station: 'compose',
    commands: ['compose.frame.reframe'],
  },
  {
    title: helpTexts.hidingPartOfAPhoto,
    text: helpTexts.hidingPartOfAPhotoText,
    station: 'compose',
    commands: ['compose.frame.hide'],
  },
  {
    title: helpTexts.manyAtOnce,
    text: helpTexts.manyAtOnceText,
    station: 'compose',
    commands: ['compose.group'],
  },
  {
    title: helpTexts.wordsOnASlide,
    text: helpTexts.aSlideCarriesItsPoint,
    station: 'compose',
    commands: ['compose.words'],
  },
  {
    title: helpTexts.wordsThatRead,
    text: helpTexts.wordsThatReadText,
    station: 'compose',
    commands: ['compose.add.veil'],
  },
  {
    title: helpTexts.slidesOfWords,
    text: helpTexts.slidesOfWordsText,
    station: 'compose',
    commands: ['compose.layout'],
  },
  {
    title: helpTexts.figuresOnASlide,
    text: helpTexts.figuresOnASlideText,
    station: 'compose',
    commands: ['compose.layout'],
  },
  {
    title: helpTexts.theHouse,
    text: helpTexts.theHouseText,
    station: 'compose',
    commands: ['compose.house'],
  },
  {
    title: helpTexts.anotherPhotoAndBack,
    text: helpTexts.swapShowsTheNextKept,
    station: 'compose',
    commands: ['compose.swap', 'compose.take'],
  },
  {
    title: helpTexts.clearToSettleBlocked,
    text: helpTexts.clearCreditedAndAllowedFor,
    station: 'credit',
  },
  {
    title: texts.app.credits,
    text: helpTexts.eachCreditIsMadeFrom,
    station: 'credit',
  },
  {
    title: helpTexts.beforeYouSpeak,
    text: helpTexts.giveLooksAtRightsWords,
    station: 'give',
  },
  {
    title: helpTexts.howSlidesComeIn,
    text: helpTexts.howSlidesComeInText,
    station: 'give',
  },
  {
    title: helpTexts.showingIt,
    text: helpTexts.anyKeyOfAClicker,
    station: 'give',
    commands: ['show.here', 'show.start'],
  },
  {
    title: helpTexts.copies,
    text: helpTexts.thePdfHasTheSame,
    station: 'give',
  },
  {
    title: texts.app.undo,
    text: helpTexts.everythingDoneToATalk,
    commands: ['undo', 'redo'],
  },
  {
    title: texts.app.keys,
    text: helpTexts.singleKeysActWhenNo2,
    commands: ['keys', 'commands'],
  },
  {
    title: texts.moves.helpMoves,
    text: texts.moves.helpMovesText,
    station: 'give',
    commands: ['slide.turns'],
  },
  {
    title: texts.moves.helpCarry,
    text: texts.moves.helpCarryText,
    station: 'compose',
  },
  {
    title: texts.moves.helpPodium,
    text: texts.moves.helpPodiumText,
    station: 'give',
    commands: ['podium.open', 'run.through', 'show.here', 'show.start'],
  },
  {
    title: texts.moves.helpHeld,
    text: texts.moves.helpHeldText,
    station: 'give',
  },
];

/** The topics that hold all words of a search. */
export const findTopics = (search: string): Topic[] =>
  topics.filter((t) =>
    search
      .toLowerCase()
      .split(/\s+/)
      .every((w) => `${t.title} ${t.text}`.toLowerCase().includes(w)),
  );
