import type { Station } from '../deck/stations';

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
    title: 'From points to a talk',
    text: 'Write the points, one a line. Make the slides: one for each point, an opening before them and the credits behind. Gather a photo for each point; it is on its slide at once. Then show it. The credits write themselves.',
    station: 'plan',
    commands: ['slides.make'],
  },
  {
    title: 'The opening',
    text: 'The first row of the plan: the title, your name, and a photo of its own. In Gather it stands before the points, and photos are kept for it in the same way.',
    station: 'plan',
  },
  {
    title: 'Time',
    text: 'Each point has its planned time, and each slide of the run is as wide as its own. Write 3 for three minutes, or 1:30, or 90 s. The marigold line is the end of the time slot.',
    station: 'plan',
  },
  {
    title: 'What the talk is for',
    text: 'The sentence under the title: who sees it, whether it is paid, handed on, recorded. Licences are judged by it, so change it first when a photo is blocked.',
    station: 'plan',
  },
  {
    title: 'Looking for photos',
    text: 'Change the words at the head of Gather and press Enter. All collections are asked at once. The sentence below narrows what is shown; each underlined word opens its choices. What is hidden is counted.',
    station: 'gather',
    commands: ['search.write', 'point.next', 'point.before'],
  },
  {
    title: 'Keeping and leaving out',
    text: 'Keeping takes the photo in, with its maker, source and licence, for the point that is chosen. The first one kept goes on the slide. Several can be kept; the first of them is the one placed.',
    station: 'gather',
    commands: ['gather.keep', 'gather.let-go', 'gather.look'],
  },
  {
    title: 'Side by side',
    text: 'Mark two to four photos with Beside, then see them side by side: one zoom and one move for all of them, and what decides under each.',
    station: 'gather',
    commands: ['gather.beside', 'gather.lay'],
  },
  {
    title: 'Your own photos',
    text: 'Drop files or a folder anywhere, paste a picture, or give an address. In Credit, say that it is your own photo, and it takes your name.',
    station: 'gather',
  },
  {
    title: 'Showing the part that matters',
    text: 'Drag the photo on the stage, or use the arrow keys, to choose what of it is seen; plus, minus or the wheel come closer. Lines catch at the thirds; hold Alt to move freely. A photo is never stretched.',
    station: 'compose',
    commands: ['compose.frame.reframe'],
  },
  {
    title: 'Words on a slide',
    text: 'A slide carries its point as heading. Words opens the field to write others, and where they stand. When they fade into the photo, the facts at the right say so.',
    station: 'compose',
    commands: ['compose.words'],
  },
  {
    title: 'Another photo, and back',
    text: 'Swap shows the next kept photo. The crop, shape, turn and tone of each photo stay with the slide, so that swapping back brings it as it was.',
    station: 'compose',
    commands: ['compose.swap', 'compose.take'],
  },
  {
    title: 'Clear, to settle, blocked',
    text: 'Clear: credited, and allowed for this talk. To settle: a person has to say something, such as who made it. Blocked: the licence forbids this use. Each line of the ledger offers what can be done.',
    station: 'credit',
  },
  {
    title: 'Credits',
    text: 'Each credit is made from the photo’s record and stands in a calm corner of its slide; all of them come again at the end. Correct the record and every credit follows.',
    station: 'credit',
  },
  {
    title: 'Before you speak',
    text: 'Give looks at rights, words, sharpness, points, time and files. It says Ready when nothing is left to do.',
    station: 'give',
  },
  {
    title: 'Showing it',
    text: 'Any key of a clicker goes on; arrows, Page down and Space too. The full stop makes the screen dark. Escape comes back to the slide that was shown.',
    station: 'give',
    commands: ['show.here', 'show.start'],
  },
  {
    title: 'Copies',
    text: 'The PDF has the same slides, with links that lead to makers, sources and licences. Where something is blocked or hard to read, that is said first.',
    station: 'give',
  },
  {
    title: 'Undo',
    text: 'Everything done to a talk can be taken back, also after a restart; the head says what it was. In two windows each takes back its own.',
    commands: ['undo', 'redo'],
  },
  {
    title: 'Keys',
    text: 'Single keys act when no field has the focus, can be changed and switched off. Escape leaves a field. All commands can also be found by their words.',
    commands: ['keys', 'commands'],
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
