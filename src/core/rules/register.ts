import type { FindingCode } from '../findings/finding';

/** The groups of checks, in the order of a rule book. */
export const RULE_GROUPS = [
  'Blocks on the sheet',
  'Views of the model',
  'Lettering and lines',
  'What cells hold',
  'Title and drawing number',
  'Title block data',
  'Dates and people',
  'Standards and profile',
  'Models and mass',
  'Tables',
  'Checks of the house',
] as const;
export type RuleGroup = (typeof RULE_GROUPS)[number];

/** What a rule book says of a check, for people to read. */
export interface RuleWords {
  group: RuleGroup;
  /** Its name in lists. */
  name: string;
  /** What it demands, as a sentence. */
  demands: string;
  /** The clause of an open standard that it comes from, or whose it is. */
  clause: string;
  passes: string;
  fails: string;
}

const HOUSE = 'House practice';

const rule = (
  group: RuleGroup,
  name: string,
  demands: string,
  clause: string,
  passes: string,
  fails: string,
): RuleWords => ({ group, name, demands, clause, passes, fails });

const blocks = rule.bind(null, 'Blocks on the sheet');
const views = rule.bind(null, 'Views of the model');
const lettering = rule.bind(null, 'Lettering and lines');
const cells = rule.bind(null, 'What cells hold');
const title = rule.bind(null, 'Title and drawing number');
const data = rule.bind(null, 'Title block data');
const people = rule.bind(null, 'Dates and people');
const standards = rule.bind(null, 'Standards and profile');
const models = rule.bind(null, 'Models and mass');
const tables = rule.bind(null, 'Tables');

/** Every check by the code of what it finds, in the order of a rule book. */
export const RULE_WORDS: Readonly<Record<FindingCode, RuleWords>> = {
  'no title block': blocks(
    'A title block on every size',
    'Every first sheet has a title block.',
    'ISO 7200',
    'A block with title and drawing number',
    'A3 with a frame alone',
  ),
  'block outside': blocks(
    'Blocks inside the frame',
    'Every block lies within the drawing space.',
    'ISO 5457: the drawing space',
    '180 mm on A4',
    '200 mm on A4',
  ),
  'block on another': blocks(
    'No block on another',
    'No block lies on another.',
    HOUSE,
    'Notes beside the title block',
    'Notes over the title block',
  ),
  'tracks do not add up': blocks(
    'Columns and rows that add up',
    'The columns and rows of a block add up to its size.',
    HOUSE,
    '60 + 120 of 180 mm',
    '60 + 110 of 180 mm',
  ),
  'nearly aligned': blocks(
    'Lines in line',
    'Lines of two blocks are either in line or clearly apart.',
    HOUSE,
    'Edges in one line',
    'Edges 0.4 mm apart',
  ),
  'title block too large': blocks(
    'Size of the title block',
    'The title block is no wider, and takes no more of the sheet, than it may.',
    'ISO 7200: 180 mm, so that it fits A4',
    '180 mm wide',
    '210 mm wide',
  ),
  'little clear area': blocks(
    'Room for views',
    'One clear rectangle takes a good share of the drawing space.',
    HOUSE,
    '55 % of the drawing space',
    '31 % of the drawing space',
  ),

  'views do not fit': views(
    'Room for the views',
    'The views of a sheet stand in the clear area at their scale.',
    HOUSE,
    'At 1:5 on A3',
    'At 1:1 on A3',
  ),
  'sheet mostly empty': views(
    'Sheets that are filled',
    'The views of a sheet, from the first to the last, take a good share of the largest clear rectangle.',
    HOUSE,
    '60 % of it, at 1:2 on A3',
    '9 % of it, at 1:5 on A1',
  ),
  'view off its area': views(
    'Views clear of blocks',
    'Every view lies in the drawing space, clear of every block.',
    'ISO 5457: the drawing space',
    'Beside the parts list',
    'Under a parts list that has grown',
  ),
  'view on another': views(
    'Views apart',
    'No view lies on another.',
    HOUSE,
    'An isometric view in its corner',
    'An isometric view on the front view',
  ),
  'shape of another assembly': views(
    'Components of the shape',
    'The shape of an assembly has the components of its list.',
    HOUSE,
    'Barrel, two flanges and a shaft in both',
    'A pawl that only the list has',
  ),
  'part not left whole': views(
    'Parts that are not cut lengthwise',
    'What a section is to leave whole is named in the shape of the assembly.',
    'ISO 128-3: sections',
    'A shaft that the shape calls Drive shaft',
    'A shaft in a subassembly that the shape has as one',
  ),
  'view not to be seen': views(
    'Views that can be seen',
    'Every view of a sheet can be drawn from its model.',
    HOUSE,
    'A model with its shape',
    'A model without a shape',
  ),

  'under the least height': lettering(
    'Least height of lettering',
    'Values, notes and captions are not lettered lower than that.',
    'ISO 3098-1 and ASME Y14.2: 2.5 mm, 3 mm on inch sheets',
    'Values 3.5 mm high',
    'Values 1.8 mm high',
  ),
  'title or number too small': lettering(
    'Title and number on large sheets',
    'On large sheets title and drawing number are lettered higher.',
    'ASME Y14.2: 6 mm on D and larger',
    'Title 7 mm high on D',
    'Title 3.5 mm high on D',
  ),
  'height outside the series': lettering(
    'Heights of the series',
    'Lettering has a height of the series.',
    'ISO 3098-1: nominal heights',
    '3.5 mm',
    '4.2 mm',
  ),
  'zone characters too large': lettering(
    'Zone characters clear of lines',
    'The characters of the zones stand clear of the lines beside them.',
    'ISO 5457: the grid reference border',
    '3.5 mm in a band of 5 mm',
    '5 mm in a band of 5 mm',
  ),
  'small letters': lettering(
    'Capitals',
    'Title blocks are lettered in capitals; the signs of units stay as they are.',
    'ASME Y14.2; house practice',
    'DRUM BARREL, 18.42 kg',
    'Drum barrel',
  ),
  'line width outside the series': lettering(
    'Line widths of the series',
    'Lines have a width of the series.',
    'ISO 128-2: line widths',
    '0.35 mm',
    '0.4 mm',
  ),
  'line width outside the group': lettering(
    'Line widths of the group',
    'Lines of blocks have the widths of the profile’s line group.',
    'ISO 128-2: line groups',
    '0.5, 0.35 and 0.25 mm',
    '0.7 mm in the group 0.5',
  ),
  'text on a line': lettering(
    'Text clear of lines',
    'The ink of captions and texts does not touch a line beside it, of its own block, of another or of the frame.',
    'ISO 3098-1: lettering that can be read',
    'A “g” 0.1 mm above a line',
    'A “g” in the thick outline of the block below',
  ),
  'font missing': lettering(
    'Fonts of the office',
    'The font of every lettering is in the office.',
    HOUSE,
    'Osifont',
    'A font that was taken out',
  ),
  'glyph missing': lettering(
    'Characters that can be printed',
    'Some font has every character.',
    HOUSE,
    '⌀ 40',
    'A box in the place of a sign',
  ),
  'glyph from another font': lettering(
    'Characters of one font',
    'All characters come from the lettering’s own font.',
    'ISO 3098-1',
    'All from Osifont',
    'ő from DejaVu Sans',
  ),
  'characters left out': lettering(
    'Nothing invisible',
    'Texts have no characters of which nothing is printed.',
    HOUSE,
    'PAWL',
    'PAWL with a zero-width space',
  ),
  'right-to-left text': lettering(
    'Left to right',
    'Texts are written from left to right.',
    HOUSE,
    'PAWL',
    'A text in Hebrew',
  ),

  'caption too long': cells(
    'Captions that fit',
    'A caption fits its cell.',
    HOUSE,
    'MATERIAL in 30 mm',
    'GENERAL TOLERANCE in 12 mm',
  ),
  'text overflows': cells(
    'Text that fits',
    'A text fits its cell, squeezed, wrapped or stepped down as its plan allows.',
    HOUSE,
    'DRUM BARREL in 60 mm',
    'A title of 60 characters in 30 mm',
  ),
  'text squeezed': cells(
    'Text squeezed',
    'A text fits without being squeezed.',
    'ISO 3098-1: nominal heights',
    'Full width',
    'Squeezed to 0.8',
  ),
  'text wrapped': cells('Text wrapped', 'A text fits on one line.', HOUSE, 'One line', 'Two lines'),
  'text stepped down': cells(
    'Text stepped down',
    'A text fits in the height of its style.',
    'ISO 3098-1: nominal heights',
    '3.5 mm',
    'Stepped down to 2.5 mm',
  ),
  'nothing behind a caption': cells(
    'Something behind every caption',
    'A cell with a caption has a content, or is left for the pen.',
    HOUSE,
    'MATERIAL with the material',
    'MATERIAL with nothing',
  ),
  'caption of another property': cells(
    'Captions that say what follows',
    'A caption does not name another property than the one that is printed.',
    HOUSE,
    'MATERIAL over the material',
    'FINISH over the material',
  ),
  'one property under two captions': cells(
    'One property, one caption',
    'A property stands under one caption.',
    HOUSE,
    'MATERIAL once',
    'MATERIAL and STUFF over the same',
  ),
  'sheet data as fixed text': cells(
    'Sheet data that follows the sheet',
    'Scale, size and sheet number are linked, not typed.',
    HOUSE,
    'The scale, linked',
    '1:2 as fixed text',
  ),
  'value as fixed text': cells(
    'Values that follow the drawing',
    'Scales, dates, units, names and fillers do not stand as fixed text.',
    HOUSE,
    'The date of issue, linked',
    '“Issued 2026-06-02” as fixed text',
  ),
  'filler as a value': cells(
    'No fillers',
    'No value is a filler that nobody has replaced.',
    HOUSE,
    'DRUM BARREL',
    'TBD, XXX, ???',
  ),
  'unknown property': cells(
    'Properties of the dictionary',
    'Linked values are properties of the dictionary.',
    HOUSE,
    'Material',
    'A property that was taken out',
  ),
  'no value': cells(
    'Values that are there',
    'A linked value is there, where its absence is to be reported.',
    HOUSE,
    'The material of the model',
    'A model without a material',
  ),
  'prints as zero': cells(
    'Values that do not print as zero',
    'A number that is not zero does not print as zero.',
    HOUSE,
    '0.004 kg',
    '0.0 kg for 4 g',
  ),
  'value cannot be written': cells(
    'Values that can be written',
    'A value has the form that its display asks for.',
    HOUSE,
    '2026-06-02 as a date',
    'soon as a date',
  ),
  'picture missing': cells(
    'Pictures of the office',
    'Every picture is in the office.',
    HOUSE,
    'The owner’s mark',
    'A picture that was taken out',
  ),
  'picture too coarse': cells(
    'Sharp pictures',
    'A raster has enough dots per inch at its printed size.',
    HOUSE,
    '600 dots per inch',
    '96 dots per inch',
  ),
  'sheet number without the count': cells(
    'Sheet n of N',
    'Where the number of the sheet is printed, the number of sheets is too.',
    'ISO 7200: sheet number, number of sheets',
    'SHEET 2 / 5',
    'SHEET 2',
  ),

  'title without its noun': title(
    'Titles begin with a noun',
    'A title begins with the noun that says what the thing is, then what tells it apart.',
    'House practice',
    'BARREL, DRUM',
    'DRUM BARREL',
  ),
  'title with a full stop': title(
    'No full stop',
    'A title does not end with a full stop.',
    HOUSE,
    'DRUM BARREL',
    'DRUM BARREL.',
  ),
  'title too long': title(
    'Length of titles',
    'A title is no longer than that; what is over goes into the supplementary title.',
    'ISO 7200, table 1: 25 characters',
    'GUARD, FOLDED',
    'GUARD, FOLDED, FOR PAWL WHEEL AND SHAFT',
  ),
  'number against its pattern': title(
    'Pattern of drawing numbers',
    'Drawing numbers have the office’s pattern.',
    HOUSE,
    'KW-2201-D01',
    '2201 d1',
  ),

  'required data missing': data(
    'Required data',
    'The title block has a place for all data that are required.',
    'ISO 7200, tables 1 to 3',
    'Creator and approval person',
    'No approval person',
  ),
  'data outside the lists': data(
    'Optional data',
    'A title block has no data beside those required and those allowed.',
    HOUSE,
    'What is on the lists',
    'Coating batch in the title block',
  ),
  'nobody is asked': data(
    'Data that somebody gives',
    'What is printed of a drawing is given or asked for.',
    HOUSE,
    'Checked by, asked for',
    'Checked by, linked and never asked for',
  ),
  'asked twice': data(
    'Asked once',
    'Nothing is asked for twice.',
    HOUSE,
    'One question in two cells',
    'Two questions for one thing',
  ),
  'asked out of order': data(
    'Asked in order',
    'What is asked for is asked in the order of the sheet.',
    HOUSE,
    'From the top left',
    'The last cell first',
  ),
  'revision asked for': data(
    'Revision from its table',
    'The revision follows the newest row of the revision table.',
    HOUSE,
    'Revision, linked',
    'Revision, asked for',
  ),

  'dates out of order': people(
    'Dates in order',
    'Created, checked, approved and the newest revision follow one another.',
    HOUSE,
    'Created 2026-03-02, checked 2026-03-05',
    'Checked before it was created',
  ),
  'name too long': people(
    'Length of names',
    'The name of a person has no more than so many characters.',
    'ISO 7200, table 3: 20 characters',
    'Ines Sundqvist',
    'Persephone Vanterpool-Szymborska',
  ),
  'dates in two forms': people(
    'One form of dates',
    'All dates of a sheet are written in one form.',
    'ISO 7200: YYYY-MM-DD',
    '2026-06-02 everywhere',
    '2026-06-02 and 02.06.2026',
  ),
  'checked by the drafter': people(
    'Checked by somebody else',
    'Whoever checks a drawing did not make it.',
    HOUSE,
    'Two people',
    'One person twice',
  ),
  'approved by its maker': people(
    'Approved by somebody else',
    'Whoever approves a drawing has neither made nor checked it.',
    HOUSE,
    'Three people',
    'The checker approves',
  ),

  'scale outside the series': standards(
    'Scales of the series',
    'Scales are those of the series.',
    'ISO 5455: recommended scales',
    '1:2',
    '1:3',
  ),
  'projection angle not stated': standards(
    'Projection stated',
    'A projection symbol stands for an arrangement that the profile states.',
    'ISO 5456-2: the symbol',
    'First angle',
    'Nothing stated',
  ),
  'no general tolerances': standards(
    'General tolerances stated',
    'A table of general tolerances has tolerances to show.',
    'ISO 2768-1',
    'ISO 2768-m',
    'None stated',
  ),
  'drafting data not printed': standards(
    'Unit, projection and tolerance printed',
    'The sheet prints the unit of lengths, the projection and the general tolerance.',
    'ISO 8015, ISO 5456-2, ISO 2768-1',
    'All three',
    'No projection symbol',
  ),
  'against the profile': standards(
    'As the profile says',
    'No text and no overruled value says another unit, projection or tolerance than the profile.',
    HOUSE,
    'ISO 2768-m, linked',
    '“ISO 2768-c” as fixed text',
  ),
  'old edition of a standard': standards(
    'Editions in force',
    'Standards that are named with their year are named in the edition in force.',
    HOUSE,
    'ISO 7573:2008',
    'ISO 7573:1983',
  ),
  'confidentiality note not printed': standards(
    'Confidentiality note',
    'The sheet prints the office’s confidentiality note, linked.',
    'ISO 16016',
    'The note, linked',
    'Another text, or none',
  ),

  'total mass not known': models(
    'Total mass known',
    'Every component of an assembly has a mass.',
    HOUSE,
    'All with a mass',
    'A rope without a mass',
  ),
  'mass is zero': models('Mass above zero', 'No mass is zero.', HOUSE, '0.64 kg', '0 kg'),
  'mass is negative': models('No negative mass', 'No mass is negative.', HOUSE, '0.64 kg', '−0.64 kg'),
  'mass out of date': models(
    'Total mass up to date',
    'The mass that an assembly states is that of its components.',
    HOUSE,
    'Stated 48.07 kg, adds up to 48.07 kg',
    'Stated 45 kg, adds up to 48.07 kg',
  ),
  'mass against the shape': models(
    'Mass of the shape',
    'The mass that a part states is what its shape weighs in its material.',
    HOUSE,
    'Stated 9.06 kg, weighs 9.06 kg',
    'Stated 9 kg, weighs 12 kg',
  ),
  'sources disagree': models(
    'Sources that agree',
    'A model says one thing once.',
    HOUSE,
    'One material',
    'Two materials under two names',
  ),
  'revisions disagree': models(
    'Revisions that agree',
    'Model and drawing are at one revision.',
    HOUSE,
    'Both at B',
    'Model at C, drawing at B',
  ),

  'no parts list': tables(
    'A parts list to show',
    'A parts list can be made of its assembly.',
    'ISO 7573',
    'All components there',
    'A component that is not there',
  ),
  'component without a part number': tables(
    'Part numbers of components',
    'Every component has a part number.',
    'ISO 7573',
    'KW-2201',
    'A component without one',
  ),
  'part number shared': tables(
    'Part numbers of one part',
    'A part number belongs to one part.',
    'ISO 7573',
    'KW-2201 once',
    'KW-2201 of two parts',
  ),
  'rows without a place': tables(
    'Room for all rows',
    'Every row of a table has a place.',
    HOUSE,
    'It goes on on the next sheet',
    '3 rows without a place',
  ),
  'older rows not shown': tables(
    'All revisions shown',
    'Every revision is shown.',
    HOUSE,
    'All 4',
    'The newest 3 of 8',
  ),

  'house check': rule(
    'Checks of the house',
    'Checks that the house has built',
    'What the house demands of a property.',
    'The house',
    '',
    '',
  ),
};

/** A check's name in lists; that of a check which is no more is its code. */
export const ruleName = (code: string): string => (RULE_WORDS as Record<string, RuleWords>)[code]?.name ?? code;
