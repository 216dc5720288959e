/**
 * Every control of every screen, and the test that uses it to the end: its effect is seen on disk, in the
 * database or on the page. `controls.spec.ts` fails for a control that is missing here, and for a test that
 * is not there. A name is what a screen reader says. Links only lead elsewhere and are not listed.
 */
export interface Control {
  readonly name: RegExp;
  /** File below tests/e2e, and the beginning of the test's title. */
  readonly test: readonly [spec: string, title: string];
}

const of = (name: RegExp, spec: string, title: string): Control => ({ name, test: [spec, title] });

const threads = [
  of(/^(who|reach|notice|terms|caption|keywords|where|when)( .*)?$/, 'wholeWay', 'by keyboard alone'),
  of(/^Threads of /, 'controls', 'a strip opens its words'),
];
const inForce = [
  of(/^Remove .+$/, 'controls', 'templates are put in force'),
  of(/^(Move )?.+ (up|down|earlier|later)$/, 'controls', 'templates are put in force'),
  of(/^Put a template in force$/, 'wholeWay', 'a template is made from nothing'),
];

const desk = [
  of(/^(Embed|Nothing to embed)/, 'describe', 'templates of the shelf are found'),
  of(/^(Caption|Keywords)$/, 'wholeWay', 'a group caption goes'),
  of(/^Write .+ for /, 'deadline', 'a misspelling and a near-miss'),
  of(/^bundles$/, 'vocabulary', 'a bundle is made'),
  of(/^write paths$/, 'vocabulary', 'the paths of keywords'),
  of(/^(Take .+|take these \d+)$/, 'vocabulary', 'two terms for two pictures'),
  of(/^People$/, 'deadline', 'a name that is taken out'),
  of(/^(place|Find a town)$/, 'studio', 'a town fills'),
  of(/^credits$/, 'studio', 'credits are kept'),
  of(/^title, headline, alt text$/, 'studio', 'one picture’s words go'),
  of(/^does not apply$/, 'studio', 'a thread that does not apply'),
  of(/^(rights|all fields)$/, 'largeText', 'one city and one creator'),
  of(/^(Copy its metadata|Put that of )/, 'studio', 'one picture’s words go'),
  of(/^Compose …$/, 'studio', 'titles composed'),
  of(/^Gather …$/, 'studio', 'gathered by hand'),
  of(/^(close|open) desk$/, 'ledger', 'ordered and shown by a column'),
  of(/^Select \d+ versions? of /, 'versions', 'on the sheet the versions'),
  of(/^I have seen what changed outside$/, 'versions', 'what another program changed'),
  of(/^Remove /, 'controls', 'a keyword is taken away'),
  of(/^(Undo|Redo) /, 'describe', 'acts are undone and done again'),
  of(/^Discard drafts of/, 'controls', 'drafts are discarded'),
  of(/^Put in templates …$/, 'describe', 'templates of the shelf are found'),
  of(/^Settle what disagrees/, 'describe', 'records that disagree'),
  of(/^Leave (it|them) as/, 'prepare', 'pictures that lay in the folder'),
  of(/^put beneath|sign-off/i, 'wholeWay', 'a group caption goes'),
  // Above the pictures.
  of(/^show$/, 'ledger', 'ordered and shown by a column'),
  of(/^order$/, 'ledger', 'the sheet: size by keys'),
  of(/^(Ascending|Descending); turn round$/, 'ledger', 'the sheet: size by keys'),
  of(/^(Sheet|Ledger|One by one)$/, 'ledger', 'selection, picture, order and filter'),
  ...threads,
];

const checking = [
  ...desk,
  of(/^for$/, 'check', 'a list is chosen'),
  of(/^change this list$/, 'check', 'a ready list becomes'),
  // Every rule, with how many pictures fail it.
  of(/( fail| none fails)$/, 'check', 'the failing ones are selected'),
  of(/^How full the set is$/, 'check', 'how full the set is'),
  of(/^Back to the source: /, 'check', 'what writing cannot fix'),
  of(
    /^(Compare with files fetched back …|Compare|Folder of the files|Choose: Folder of the files)$/,
    'check',
    'what came back',
  ),
  of(/^Write for th(is one|ese \d+)$/, 'check', 'the failing ones are selected'),
  of(/^Fix \d+ in one step …$/, 'check', 'one step fixes'),
  of(/^Fill from the templates in force …$/, 'check', 'empty fields are filled'),
];

export const controls: Readonly<Record<string, readonly Control[]>> = {
  'what is kept': [
    of(/^(Kept after |All together at most$|Make room now$)/, 'kept', 'a bound is chosen by keyboard'),
  ],
  workshop: [
    of(/^(Dark|Light) theme$/, 'controls', 'the theme is chosen'),
    of(
      /^(Try again now|It is the file: put it right|Leave .+ as it is)$/,
      'controls',
      'a write that was interrupted',
    ),
    of(/^New assignment$/, 'prepare', 'an assignment: one folder'),
  ],
  prepare: [
    of(
      /^(Name|First published|Add a fact|Name of fact \d+|Value of fact \d+)$/,
      'prepare',
      'facts save themselves',
    ),
    of(/^Remove fact /, 'controls', 'facts are added and removed'),
    of(/^(No\.|Name|Role|Note) of person \d+$/, 'prepare', 'the list of people'),
    of(/^Take them from a CSV file$/, 'prepare', 'the list of people'),
    of(/^Language of the captions$/, 'prepare', 'the list of people'),
    of(/^(Leave DNG files|Write Date Created)/, 'wholeWay', 'what is written into files only'),
    of(/^Picture to try them on$/, 'controls', 'templates are put in force'),
    ...inForce,
  ],
  'bring in': [
    of(/^(Bring in|Move in|Take up|Nothing to bring in)( \d+)?$/, 'describe', 'a double press on Bring in'),
    of(/^Pictures come from$/, 'bringIn', 'a source is chosen'),
    of(/^another folder of this machine$/, 'bringIn', 'a source is chosen'),
    of(
      /^(files|a folder of my desktop|Files to send|Folder to send)$/,
      'bringIn',
      'files sent by the browser',
    ),
    of(/^a drop folder/, 'bringIn', 'a drop folder brings in'),
    of(/^(tick|untick) all$/, 'wholeWay', 'a worker that is killed'),
    of(/\.(jpg|tif|png|webp|dng|raw|nef)$/i, 'describe', 'a double press on Bring in'),
    of(/ (copied|moved here|taken up)/, 'bringIn', 'a source is chosen'),
    of(
      /^(Plan|Save as a plan|Back to the plan|Change the plan)$/,
      'bringIn',
      'what is set is kept as a plan',
    ),
    of(/^How to bring them in$/, 'bringIn', 'a move takes them'),
    of(/^(Names|Folders|Ready patterns: (Names|Folders))$/, 'prepare', 'names are put together'),
    of(/^(Second copy in|Choose: Second copy in)$/, 'bringIn', 'a source is chosen'),
    of(/^(Keywords for all of them|Starting rating)$/, 'bringIn', 'a source is chosen'),
    of(/^bundles$/, 'vocabulary', 'a bundle is made'),
    of(/^(me, in another spelling|somebody else|not known)/, 'bringIn', 'pictures of others stay out'),
    of(/^(Eject the card|Put the card in|Speed|Cannot read|Write-protected|card)/i, 'bringIn', 'a slow card'),
    ...inForce,
    ...threads,
  ],
  check: checking,
  'check: the list': [
    ...checking,
    of(/^Name$/, 'check', 'a ready list becomes'),
    of(/^take in a file …$|^Checklist file$/, 'check', 'a list of one’s own is changed'),
    of(
      /^(How grave|at least|at most|side|field|like|unit|Another rule|Add|Remove: .+)$/,
      'check',
      'a ready list becomes',
    ),
    of(/^(field \d+|or another|Without .+|one of)$/, 'check', 'every kind of rule'),
    of(/^(Cancel|Save|Save as a list of your own|Save as a new list)$/, 'check', 'a ready list becomes'),
    of(/^Remove this list$/, 'check', 'a list of one’s own is changed'),
    of(/^(JPEG|TIFF|DNG|PNG|WebP|.* raw|HEIF?.*|AVIF|JPEG XL|.*\d+)$/, 'check', 'every kind of rule'),
  ],
  'describe as sheet': [...desk, of(/^size$/, 'ledger', 'the sheet: size by keys')],
  'describe as ledger': [
    ...desk,
    of(/^columns$/, 'ledger', 'columns are chosen'),
    of(/^choose columns …$/, 'ledger', 'columns are chosen'),
    of(/^(un)?fold \d+$/, 'ledger', 'what says the same'),
    // The head of each column.
    of(
      /^(Description|Keywords|Person Shown|Sublocation|Date Created|Headline|Title|Image Rating|City|Province|Country|Creator|Job title|Credit Line|Copyright|Rights Usage|Web Statement|E-mail|Telephone)/,
      'ledger',
      'ordered and shown by a column',
    ),
  ],
  'describe one by one': [
    ...desk,
    of(/^(100 %|whole picture)$/, 'deadline', 'in full size'),
    of(/^(Next without a caption|back|next|repeat|as before)$/, 'deadline', 'next without a caption'),
    of(/^kt26-.+$/, 'controls', 'the run of the captions leads'),
    of(/^described together$/, 'versions', 'a version is proposed'),
  ],
  shelf: [
    of(/^Find a template$/, 'book', 'the shelf: found by contents'),
    of(/^(Show|Order)/, 'controls', 'the shelf is shown and ordered'),
    of(/^Begin from …$/, 'book', 'of an XMP file one chooses'),
    of(/begun and never saved$/, 'book', 'of an XMP file one chooses'),
    of(/^(duplicate|archive|back on the shelf) /, 'book', 'the shelf: found by contents'),
    of(/^remove /, 'controls', 'a template is removed'),
    of(/^(Template file|a file, JSON or XMP)$/, 'book', 'out as a file and in again'),
    of(/^(Begin with|Begin) /, 'book', 'a starter is a page to fill in'),
  ],
  details: [
    of(
      /^(Name|Name of the firm|Printed as|Job title|Credit line|E-mail|Telephone|Web address|Rights page|Address|City|Region|Postal code|Country)$/,
      'book',
      'one’s details are kept once',
    ),
    of(
      /^(Save my details|Add a person|Add a firm|Cancel|Remove)$/,
      'controls',
      'details are added and removed',
    ),
    of(/^make it /, 'controls', 'details are added and removed'),
  ],
  read: [
    of(/^(Choose a picture|Picture to read)$/, 'wholeWay', 'a picture dropped from elsewhere'),
    of(/^Picture to compare with$/, 'evidence', 'a file is compared'),
  ],
  'read a picture': [
    of(/^(Choose a picture|Picture to read)$/, 'wholeWay', 'a picture dropped from elsewhere'),
    of(/^(Picture to compare with|Compare with another file …)$/, 'evidence', 'a file is compared'),
    of(/^through a site that/, 'evidence', 'a picture is sent to the simulated site'),
    of(/^Make a template of it$/, 'book', 'from a picture that is described'),
    of(
      /^(By question|As a stranger sees it|IIM|XMP|Exif|Raw markup|Parts|History)( \d+)?$/,
      'evidence',
      'it is read in full',
    ),
    ...threads,
  ],
  receipts: [of(/^(Find|Kind|From|to|Earlier ones)$/, 'evidence', 'receipts are found')],
  vocabulary: [
    of(/^(Find a term|show|fold all|unfold all)$/, 'vocabulary', 'the list is found through'),
    of(/^New terms$/, 'vocabulary', 'a spelling that is taken'),
    of(/^(Spelling|Note)$|^When it is renamed/, 'vocabulary', 'a term is renamed'),
    of(/^(Synonyms|In .+|Language of a new word|Word in that language)$/, 'vocabulary', 'a heading groups'),
    of(
      /^(Add terms under it …|Move …|Join into another …|Split …|Retire|Make it a heading|Use it as a keyword again|Remove)$/,
      'vocabulary',
      'joined by keyboard',
    ),
    of(/^(Undo|Redo) /, 'vocabulary', 'a list of terms is shown'),
  ],
  'vocabulary in order': [
    of(/^(Take in |write .+ for )/, 'vocabulary', 'what is out of order'),
    of(/^(all \d+|fewer)$/, 'vocabulary', 'what is out of order'),
    of(/^join to a term: /, 'vocabulary', 'a new word is joined'),
    of(/^both are /, 'vocabulary', 'terms that may be one'),
    of(/^(these are two|take it away): /, 'vocabulary', 'terms that may be one'),
    of(/^(Undo|Redo) /, 'vocabulary', 'a list of terms is shown'),
  ],
  'vocabulary bundles': [
    of(/^(Name of|Words of|Remove the bundle) /, 'vocabulary', 'a bundle is changed'),
    of(/^(Undo|Redo) /, 'vocabulary', 'a list of terms is shown'),
  ],
  'vocabulary in and out': [
    of(/^(choose one|Vocabulary file)$/, 'vocabulary', 'a list of terms is shown'),
    of(/^look at it: /, 'vocabulary', 'SKOS out'),
    of(/^(Undo|Redo) /, 'vocabulary', 'a list of terms is shown'),
  ],
  receipt: [
    of(/^Undo this run$/, 'receipts', 'undoing an import'),
    of(/^Do it again$/, 'receipts', 'the receipt of the undo'),
    of(/^undo this file alone/, 'evidence', 'of a run one file alone'),
    of(/^before, after, now/, 'evidence', 'of a picture that was changed since'),
    of(/^(Resume|Pause|Stop after|Try the)/, 'bringIn', 'a run is stopped and goes on'),
    of(
      / (written|copied|moved|taken up|as it was|undone|failed|already right)/,
      'controls',
      'a receipt opens its files',
    ),
  ],
};
