/** The texts of the page of help, which comes when it is opened. */
export const helpTexts = {
  aSlideCarriesItsPoint:
    'A slide carries its point as heading. Words opens the field to write others, and where they stand; press twice on words to type in their place, with lists, links and signs. Ctrl with B, I and U, Tab for a deeper entry, Escape when done.',
  anotherPhotoAndBack: 'Another photo, and back',
  anyKeyOfAClicker:
    'Any key of a clicker goes on; arrows, Page down and Space too. The full stop makes the screen dark. Escape comes back to the slide that was shown.',
  beforeYouSpeak: 'Before you speak',
  changeTheWordsAtThe:
    'Change the words at the head of Gather and press Enter. All collections are asked at once. The sentence below narrows what is shown; each underlined word opens its choices. What is hidden is counted.',
  clearCreditedAndAllowedFor:
    'Clear: credited, and allowed for this talk. To settle: a person has to say something, such as who made it. Blocked: the licence forbids this use. Each line of the ledger offers what can be done.',
  clearToSettleBlocked: 'Clear, to settle, blocked',
  copies: 'Copies',
  dragThePhotoOnThe:
    'Drag the photo on the stage, or use the arrow keys, to choose what of it is seen; plus, minus or the wheel zoom. Lines catch at the thirds; hold Alt to move freely. A photo is never stretched.',
  dropFilesOrAFolder:
    'Drop files or a folder anywhere, paste a picture, or give an address. In Credit, say that it is your own photo, and it takes your name.',
  eachCreditIsMadeFrom:
    'Each credit is made from the photo’s record and stands in a calm corner of its slide; all of them come again at the end. Correct the record and every credit follows.',
  eachPointHasItsPlanned:
    'Each point has its planned time, and each slide of the run is as wide as its own. Write 3 for three minutes, or 1:30, or 90 s. The marigold line is the end of the time slot.',
  everythingDoneToATalk:
    'Everything done to a talk can be taken back, also after a restart; the head says what it was. In two windows each takes back its own.',
  figuresOnASlide: 'Charts, tables, flows',
  figuresOnASlideText:
    'Add has them, with shapes, arrows and signs. Or paste rows, lines with arrows between them, or a sentence with figures on a slide: it shows what that can become, as finished slides. Facts of the plan that hold figures are offered by Lay out. Each is typed in place, comes part by part if it should, and goes into office files as their own.',
  fromPointsToATalk: 'From points to a talk',
  giveLooksAtRightsWords:
    'Give looks at rights, words, sharpness, points, time and files. It says Ready when nothing is left to do.',
  hidingPartOfAPhoto: 'Hiding part of a photo',
  hidingPartOfAPhotoText:
    'Draw over the part: a patch takes the colour round it, or choose a blur or a mosaic. It moves with the photo, and what it hides is in no file that leaves.',
  howSlidesComeIn: 'How slides come in',
  howSlidesComeInText:
    'The run says how the chosen slide comes in; press it to change that for this slide, a range such as 2-5, or all: at once, by a dissolve, a wipe, a push, through black or the paper, at a pace of your choice. What says nothing follows the deck default. Going back shows a slide as it was, at once.',
  keepingAndLeavingOut: 'Keeping and leaving out',
  keepingTakesThePhotoIn:
    'Keeping takes the photo in, with its maker, source and licence, for the point that is chosen. The first one kept goes on the slide. Several can be kept; the first of them is the one placed.',
  lookingForPhotos: 'Looking for photos',
  manyAtOnce: 'Many at once',
  manyAtOnceText:
    'Mark photos in the strip and drop one of them, or give them a slide each; one alone can be the ground of several slides, such as 2-5, 8. Shift or a box drawn with Shift chooses several things: line up, space, same size, same look, group, change places, blend into one. Ctrl with C and V copies to any slide of any talk.',
  markTwoToFourPhotos:
    'Mark two to four photos with Beside, then see them side by side: one zoom and one move for all of them, and what decides under each.',
  severalOnASlide: 'Several photos on a slide',
  severalOnASlideText:
    'Add puts a kept photo beside what is there and arranges them. Arrange shows proposals, each with what it gives up; one of them crops nothing. A chosen one follows when photos come, go or change places, until a hand moves one. Strokes at the corners resize a frame, the one above turns it; they catch on the grid and on neighbours, with Alt on nothing, with Ctrl from the middle.',
  showingIt: 'Showing it',
  showingThePartThatMatters: 'Showing the part that matters',
  sideBySide: 'Side by side',
  singleKeysActWhenNo2:
    'Single keys act when no field has the focus, can be changed and switched off. Escape leaves a field. All commands can also be found by their words.',
  slidesOfWords: 'Slides of words',
  slidesOfWordsText:
    'Lay out (L) proposes how the words of a slide may stand, by what they say: one number, somebody’s words, a list, the sources of the plan. Arrow keys try one, Enter takes it. Nothing typed is lost. New slides of words are in the list of commands.',
  stayInView: 'What must stay in view',
  stayInViewText:
    'In Reframe, draw round what no crop may cut, or let it be proposed. Shapes, turns and arrangements keep to it; where one cannot, it says which mark is in the way and offers the nearest. Straighten has a line to draw along the horizon.',
  swapShowsTheNextKept:
    'Swap shows the next kept photo. The crop, shape, turn and tone of each photo stay with the slide, so that swapping back brings it as it was.',
  theFirstRowOfThe:
    'The first row of the plan: the title, your name, and a photo of its own. In Gather it stands before the points, and photos are kept for it in the same way.',
  theGrid: 'The grid',
  theGridText:
    'G shows the grid; its line of controls gives it columns, rows, gutter and margins, for all slides or for this one, and slides their shape. Drop a photo on a cell, or on the line between two to fill both. What stands on cells goes along when the grid changes.',
  theHouse: 'One look for the deck',
  theHouseText:
    'Press the name of the style at the foot of the facts: take another, its colours from your photos, or edit it. What was set by hand stays until it is reset. Many words at once replaces a typeface, a size, a colour or words on all slides or a range such as 2-5. Typefaces of your own are added there.',
  theOpening: 'The opening',
  thePdfHasTheSame:
    'The PDF has the same slides, with links that lead to makers, sources and licences. Where something is blocked or hard to read, that is said first.',
  theSentenceUnderTheTitle:
    'The sentence under the title: who sees it, whether it is paid, handed on, recorded. Licences are judged by it, so change it first when a photo is blocked.',
  time: 'Time',
  whatTheTalkIsFor: 'What the talk is for',
  wordsOnASlide: 'Words on a slide',
  wordsThatRead: 'Words that can be read',
  wordsThatReadText:
    'At the foot of the facts stands in which room the slide is seen: a dark hall, a dim room or daylight; under it, how the chosen words read there where they need help. The place that fails is ringed. What helps stands beside it, each in one press and each tried before it is offered: another colour, a calm place, the weakest veil that is enough, a shadow, a softer ground, a background of their own.',
  writeThePointsOneA:
    'Write the points, one a line. Make the slides: one for each point, an opening before them and the credits behind. Gather a photo for each point; it is on its slide at once. Then show it. The credits write themselves.',
  yourOwnPhotos: 'Your own photos',
};
