import type { Station } from '../deck/stations';
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
    title: texts.app.fromPointsToATalk,
    text: texts.app.writeThePointsOneA,
    station: 'plan',
    commands: ['slides.make'],
  },
  {
    title: texts.app.theOpening,
    text: texts.app.theFirstRowOfThe,
    station: 'plan',
  },
  {
    title: texts.app.time,
    text: texts.app.eachPointHasItsPlanned,
    station: 'plan',
  },
  {
    title: texts.app.whatTheTalkIsFor,
    text: texts.app.theSentenceUnderTheTitle,
    station: 'plan',
  },
  {
    title: texts.app.lookingForPhotos,
    text: texts.app.changeTheWordsAtThe,
    station: 'gather',
    commands: ['search.write', 'point.next', 'point.before'],
  },
  {
    title: texts.app.keepingAndLeavingOut,
    text: texts.app.keepingTakesThePhotoIn,
    station: 'gather',
    commands: ['gather.keep', 'gather.let-go', 'gather.look'],
  },
  {
    title: texts.app.sideBySide,
    text: texts.app.markTwoToFourPhotos,
    station: 'gather',
    commands: ['gather.beside', 'gather.lay'],
  },
  {
    title: texts.app.yourOwnPhotos,
    text: texts.app.dropFilesOrAFolder,
    station: 'gather',
  },
  {
    title: texts.app.showingThePartThatMatters,
    text: texts.app.dragThePhotoOnThe,
    station: 'compose',
    commands: ['compose.frame.reframe'],
  },
  {
    title: texts.app.severalOnASlide,
    text: texts.app.severalOnASlideText,
    station: 'compose',
    commands: ['compose.arrange', 'compose.raise', 'compose.lower'],
  },
  {
    title: texts.app.theGrid,
    text: texts.app.theGridText,
    station: 'compose',
    commands: ['compose.grid', 'compose.closer', 'compose.farther'],
  },
  {
    title: texts.app.stayInView,
    text: texts.app.stayInViewText,
    station: 'compose',
    commands: ['compose.frame.reframe'],
  },
  {
    title: texts.app.hidingPartOfAPhoto,
    text: texts.app.hidingPartOfAPhotoText,
    station: 'compose',
    commands: ['compose.frame.hide'],
  },
  {
    title: texts.app.manyAtOnce,
    text: texts.app.manyAtOnceText,
    station: 'compose',
    commands: ['compose.group'],
  },
  {
    title: texts.app.wordsOnASlide,
    text: texts.app.aSlideCarriesItsPoint,
    station: 'compose',
    commands: ['compose.words'],
  },
  {
    title: texts.app.wordsThatRead,
    text: texts.app.wordsThatReadText,
    station: 'compose',
    commands: ['compose.add.veil'],
  },
  {
    title: texts.app.slidesOfWords,
    text: texts.app.slidesOfWordsText,
    station: 'compose',
    commands: ['compose.layout'],
  },
  {
    title: texts.app.figuresOnASlide,
    text: texts.app.figuresOnASlideText,
    station: 'compose',
    commands: ['compose.layout'],
  },
  {
    title: texts.app.theHouse,
    text: texts.app.theHouseText,
    station: 'compose',
    commands: ['compose.house'],
  },
  {
    title: texts.app.anotherPhotoAndBack,
    text: texts.app.swapShowsTheNextKept,
    station: 'compose',
    commands: ['compose.swap', 'compose.take'],
  },
  {
    title: texts.app.clearToSettleBlocked,
    text: texts.app.clearCreditedAndAllowedFor,
    station: 'credit',
  },
  {
    title: texts.app.credits,
    text: texts.app.eachCreditIsMadeFrom,
    station: 'credit',
  },
  {
    title: texts.app.beforeYouSpeak,
    text: texts.app.giveLooksAtRightsWords,
    station: 'give',
  },
  {
    title: texts.app.howSlidesComeIn,
    text: texts.app.howSlidesComeInText,
    station: 'give',
  },
  {
    title: texts.app.showingIt,
    text: texts.app.anyKeyOfAClicker,
    station: 'give',
    commands: ['show.here', 'show.start'],
  },
  {
    title: texts.app.copies,
    text: texts.app.thePdfHasTheSame,
    station: 'give',
  },
  {
    title: texts.app.undo,
    text: texts.app.everythingDoneToATalk,
    commands: ['undo', 'redo'],
  },
  {
    title: texts.app.keys,
    text: texts.app.singleKeysActWhenNo2,
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
