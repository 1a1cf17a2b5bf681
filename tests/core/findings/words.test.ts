import { type Finding, type FindingCode, type FindingParams, KINDS, type Place } from '@/core/findings/finding';
import { acceptanceWords, findingWords, fitUseWords, verdictWords } from '@/core/findings/words';
import { repairWords } from '@/core/findings/repair-words';
import type { RepairKind } from '@/core/findings/repair';

const words = <C extends FindingCode>(code: C, params: FindingParams<C>, place: Place = {}) =>
  findingWords({ code, params, place } as Finding);

/** What each kind of finding says, one and several where numbers are in it. The only place that holds whole sentences. */
const SAID: { [C in FindingCode]: [params: FindingParams<C>, words: string, place?: Place][] } = {
  'tracks do not add up': [
    [
      { trouble: { kind: 'no total', axis: 'row' } },
      'Notes: A row shares what is left, but the block’s total is not fixed. Give it a total or stretch it.',
      { name: 'Notes' },
    ],
    [
      { trouble: { kind: 'another sum', axis: 'column', sum: 60, total: 90 } },
      'The columns add up to 60 mm; the block’s total is 90 mm.',
    ],
    [
      { trouble: { kind: 'too little room', axis: 'column', excess: 5 } },
      'The columns need 5 mm more than the block’s total.',
    ],
    [
      { trouble: { kind: 'cell over the heading' } },
      'A cell reaches over the row that is repeated and its heading. Split it first.',
    ],
  ],
  'block outside': [
    [
      { width: 400, height: 54, size: 'A3', spaceWidth: 390, spaceHeight: 277 },
      'Title block: 400 × 54 mm does not lie within the drawing space of A3, 390 × 277 mm.',
      { name: 'Title block' },
    ],
  ],
  'block on another': [[{ other: 'n', otherName: 'Notes' }, 'Title block: lies on “Notes”.', { name: 'Title block' }]],
  'nearly aligned': [
    [
      { lines: 'upright', other: 't', otherName: 'Title block', distance: 0.4 },
      'Notes: its upright lines and those of “Title block” lie 0.4 mm apart.',
      { name: 'Notes' },
    ],
  ],
  'little clear area': [
    [
      { percent: 38, wanted: 40 },
      'The largest clear rectangle is 38 % of the drawing space; 40 % is wanted for views.',
    ],
  ],
  'views do not fit': [[{ scale: '1:10000' }, 'The views do not find room in the clear area, even at 1:10000.']],
  'sheet mostly empty': [
    [
      { percent: 9, wanted: 25 },
      'The views take 9 % of the clear area; 25 % is wanted. A larger scale or a smaller sheet fills it.',
    ],
  ],
  'view off its area': [
    [{ view: 'v', name: 'From above' }, 'From above reaches over the drawing space.'],
    [
      { view: 'v', name: 'From above', on: 'Parts list' },
      'Parts list: From above lies on “Parts list”.',
      { name: 'Parts list' },
    ],
  ],
  'view on another': [
    [{ view: 'v', name: 'Isometric', other: 'From above' }, 'Isometric lies on another view: From above.'],
  ],
  'shape of another assembly': [
    [
      { model: 'Drum assembly', onlyInShape: ['Spacer'], onlyInList: ['Pawl wheel', 'Drive shaft'] },
      'The shape of Drum assembly has other components than its list. Only in the shape: Spacer. Only in the list: Pawl wheel, Drive shaft.',
    ],
  ],
  'part not left whole': [
    [
      { view: 'v', name: 'Section A', parts: ['Drive shaft', 'Pin'] },
      'Section A: the shape has no Drive shaft, Pin, so nothing of it is left whole.',
    ],
  ],
  'view not to be seen': [
    [
      { view: 'v', name: 'Flat shape', trouble: 'Pawl has no flat shape.' },
      'Flat shape cannot be seen: Pawl has no flat shape.',
    ],
  ],
  'under the least height': [
    [
      { of: 'values', style: 'v', styleName: 'Value', height: 1.8, least: 2.5 },
      'Material: lettered 1.8 mm high; 2.5 mm is the least for values.',
      { name: 'Material' },
    ],
    [
      { of: 'captions', style: 'c', styleName: 'Caption', height: 1.5, least: 1.8 },
      'Captions in “Caption” are 1.5 mm high; 1.8 mm is the least.',
    ],
  ],
  'height outside the series': [
    [
      { style: 't', styleName: 'Title', height: 4.7 },
      'The style “Title” is 4.7 mm high, which is not in the series of ISO 3098.',
    ],
  ],
  'zone characters too large': [
    [
      { height: 3.5, clear: 0.16, least: 0.25 },
      'The characters of the zones are 3.5 mm high and stand 0.16 mm from the lines beside them; 0.25 mm is the least.',
    ],
    [
      { height: 7, clear: -1, least: 0.25 },
      'The characters of the zones are 7 mm high and touch the lines beside them.',
    ],
  ],
  'line width outside the series': [
    [{ width: 0.6 }, 'The frame line is 0.6 mm wide, which is not in the series.'],
    [{ width: 0.6 }, 'Notes: a line is 0.6 mm wide, which is not in the series.', { block: 'notes', name: 'Notes' }],
  ],
  'font missing': [[{ font: 'x' }, 'The font of its lettering is not in the office; Osifont stands in for it.']],
  'glyph missing': [[{ characters: ['𓀀', '𓀁'] }, 'No font has “𓀀” “𓀁”; a box is printed instead.']],
  'glyph from another font': [
    [{ characters: ['⟂'] }, '“⟂” comes from another font.'],
    [{ characters: ['⟂', '⌀'] }, '“⟂” “⌀” come from another font.'],
  ],
  'characters left out': [
    [{ characters: ['U+200B'] }, 'U+200B in its text is left out: there is nothing to print of it.'],
    [
      { characters: ['U+000D', 'U+FEFF'] },
      'U+000D, U+FEFF in its text are left out: there is nothing to print of them.',
    ],
  ],
  'right-to-left text': [[{ text: 'שלום' }, '“שלום” is written from right to left, which Zonograph cannot letter.']],
  'prints as zero': [
    [
      { property: 'mass', name: 'Mass', value: '0.0004 kg' },
      '“Mass” is 0.0004 kg and prints as zero. Give it more decimals or another unit.',
    ],
  ],
  'mass is negative': [[{ model: 'Pawl' }, 'The mass of Pawl is negative.']],
  'caption too long': [
    [{ text: 'LANGUAGE', needs: 21.44, has: 15 }, 'Its caption “LANGUAGE” needs 21.4 mm, the cell has 15 mm.'],
  ],
  'nothing behind a caption': [[{}, 'Its caption has nothing behind it.']],
  'sheet data as fixed text': [
    [{ datum: 'scale', text: '1:2' }, 'The scale “1:2” is fixed text; it will not follow the sheet.'],
    [
      { datum: 'sheet-number', text: '1 of 2' },
      'The sheet number “1 of 2” is fixed text; it will not follow the sheet.',
    ],
  ],
  'value as fixed text': [
    [{ as: 'scale', text: 'SCALE 1:2' }, 'The scale in “SCALE 1:2” is fixed text; it will not follow the sheet.'],
    [{ as: 'sheet size', text: 'SIZE A3' }, 'The size in “SIZE A3” is fixed text; it will not follow the sheet.'],
    [{ as: 'sheet number', text: 'Sheet 1 of 2' }, '“Sheet 1 of 2” is fixed text; it will not follow the sheets.'],
    [{ as: 'date', text: '2026-06-02' }, 'The date “2026-06-02” is fixed text and stands on every drawing.'],
    [
      { as: 'unit', text: 'Dimensions in mm' },
      'The unit in “Dimensions in mm” is fixed text; it will not follow the profile.',
    ],
    [{ as: 'name', text: 'Ines Sundqvist' }, 'The name “Ines Sundqvist” is fixed text and stands on every drawing.'],
    [{ as: 'filler', text: 'XXX' }, '“XXX” looks like a filler that nobody has replaced.'],
  ],
  'no title block': [[{ size: 'A4' }, 'A4 has no title block: nothing on it names the drawing.']],
  'mass against the shape': [
    [
      { model: 'Pawl', says: 0.9, weighs: 0.63916 },
      'The mass of Pawl says 0.9 kg; its shape weighs 0.639 kg in its material.',
    ],
  ],
  'sources disagree': [
    [
      {
        model: 'Pawl',
        property: 'material',
        name: 'Material',
        by: 'Material',
        says: 'S355',
        otherBy: 'Grade',
        otherSays: 'S235',
      },
      'Material of Pawl: “Material” says “S355”, “Grade” says “S235”.',
    ],
  ],
  'small letters': [[{ text: 'Ines Sundqvist' }, '“Ines Sundqvist” has small letters; this office writes capitals.']],
  'unknown property': [
    [
      { property: 'gone' },
      'Sheet 2: Owner: linked to the property “gone”, which is not in the dictionary.',
      { sheet: 2, name: 'Owner' },
    ],
  ],
  'no value': [
    [{ property: 'p', name: 'Line pull', from: 'Guard' }, '“Line pull” has no value in Guard.'],
    [{ property: 'p', name: 'Line pull' }, '“Line pull” has no value: nothing gives it.'],
  ],
  'value cannot be written': [
    [
      {
        property: 'p',
        name: 'Line pull',
        trouble: { kind: 'another quantity', from: 'kN', fromQuantity: 'force', to: 'kg', toQuantity: 'mass' },
      },
      '“Line pull” cannot be written: kN is a unit of force and cannot be shown in kg, a unit of mass.',
    ],
    [
      { property: 'p', name: 'Mass', trouble: { kind: 'not a number', value: 'heavy' } },
      '“Mass” cannot be written: “heavy” is not a number.',
    ],
    [
      { property: 'p', name: 'Mass', trouble: { kind: 'unknown unit', unit: 'stone' } },
      '“Mass” cannot be written: The unit “stone” is not known.',
    ],
    [
      { property: 'p', name: 'Date', trouble: { kind: 'not a date', value: 'June' } },
      '“Date” cannot be written: “June” is not a date; write it YYYY-MM-DD.',
    ],
  ],
  'text overflows': [
    [{ text: 'COUPLING SLEEVE', excess: 3.21, way: 'long', steps: [] }, '“COUPLING SLEEVE” is 3.2 mm too long.'],
    [
      {
        text: 'A TEXT OF MORE THAN THIRTY-TWO CHARACTERS',
        excess: 1,
        way: 'high',
        steps: [
          { kind: 'wrapped', lines: 2 },
          { kind: 'squeezed', to: 0.7 },
        ],
      },
      '“A TEXT OF MORE THAN THIRTY-TWO …” is 1 mm too high, even wrapped to 2 lines and squeezed to 0.7. The same holds for 1 more row.',
      { moreRows: 1 },
    ],
  ],
  'text squeezed': [[{ text: 'STEEL', steps: [{ kind: 'squeezed', to: 0.8 }] }, '“STEEL” is squeezed to 0.8.']],
  'text wrapped': [[{ text: 'STEEL', steps: [{ kind: 'wrapped', lines: 1 }] }, '“STEEL” is wrapped to 1 line.']],
  'text stepped down': [
    [
      { text: 'STEEL', steps: [{ kind: 'stepped down', height: 2.5 }] },
      '“STEEL” is stepped down to 2.5 mm. The same holds for 2 more rows.',
      { moreRows: 2 },
    ],
  ],
  'picture missing': [[{ hash: 'f' }, 'Its picture is not in the office. Put it in again.']],
  'picture too coarse': [[{ dpi: 96, least: 300 }, 'The picture prints at 96 dots per inch; it needs 300.']],
  'projection angle not stated': [
    [{}, 'The drafting profile does not say in which projection views stand: first angle or third angle.'],
    [
      { stated: 'frist angle' },
      '“frist angle” is no projection; the drafting profile says first angle or third angle.',
    ],
  ],
  'required data missing': [
    [
      { datum: 'approved-by', name: 'Approved by' },
      'The title block lacks the approval person, which ISO 7200 requires.',
    ],
  ],
  'one property under two captions': [
    [
      { property: 'm', name: 'Material', first: 'STUFF', second: 'MATERIAL', more: 0 },
      '“Material” stands under STUFF and under MATERIAL.',
    ],
    [
      { property: 'm', name: 'Material', first: 'STUFF', second: 'MATERIAL', more: 1 },
      '“Material” stands under STUFF and under MATERIAL and 1 more.',
    ],
  ],
  'nobody is asked': [
    [
      { property: 'checked-by', name: 'Checked by' },
      '“Checked by” is printed, but no drawing will ever have it: nothing gives it and nobody is asked for it.',
    ],
  ],
  'asked twice': [
    [{ key: 'l', name: 'Language' }, '“Language” is asked for twice. One asked value may stand in several cells.'],
  ],
  'asked out of order': [
    [{ key: 'l', name: 'Language' }, '“Language” is asked for in another order than it stands on the sheet.'],
  ],
  'revision asked for': [
    [
      { name: 'Revision' },
      '“Revision” is asked for, but it follows the newest row of the revision table. Link it instead.',
    ],
  ],
  'total mass not known': [
    [{ model: 'Winch', without: ['Pawl'] }, 'The total mass of Winch is not known: Pawl has no mass.'],
    [
      { model: 'Winch', without: ['Pawl', 'Guard', 'Shaft', 'Roller'] },
      'The total mass of Winch is not known: Pawl, Guard, Shaft and 1 more have no mass.',
    ],
  ],
  'mass is zero': [[{ model: 'Winch' }, 'The mass of Winch is zero.']],
  'mass out of date': [
    [
      { model: 'Winch', says: 90, adds: 100.7154 },
      'The mass of Winch says 90 kg; its components add up to 100.715 kg.',
    ],
  ],
  'revisions disagree': [[{ model: 'C', drawing: 'B' }, 'The model is at revision C, the drawing at B.']],
  'checked by the drafter': [[{ person: 'Ines' }, 'Ines has checked a drawing of their own.']],
  'no parts list': [
    [
      { trouble: { kind: 'too many rows', model: 'Winch', most: 5000 } },
      'Parts list: The indented parts list of Winch would have more than 5000 rows. List all parts instead.',
      { name: 'Parts list' },
    ],
    [
      { trouble: { kind: 'holds itself', model: 'Winch' } },
      'Parts list: Winch holds itself; it has no parts list.',
      { name: 'Parts list' },
    ],
    [
      { trouble: { kind: 'component not there', assembly: 'Winch', component: 'gone' } },
      'Winch names the component gone, which is not there.',
    ],
  ],
  'component without a part number': [
    [{ components: ['Wedge'] }, 'Wedge has no part number.'],
    [{ components: ['Wedge', 'Pin'] }, 'Wedge, Pin have no part number.'],
  ],
  'part number shared': [
    [{ number: 'KW-1', by: ['one', 'two'] }, 'One, two share the part number KW-1, by which parts are told apart.'],
  ],
  'no general tolerances': [
    [{}, 'The drafting profile states no general tolerance.'],
    [{ stated: 'as usual' }, '“as usual” names no class of ISO 2768 and no tolerances by decimal places.'],
  ],
  'rows without a place': [
    [{ rows: 1 }, '1 row has no place: the table is full, and no sheet after this one goes on with it.'],
    [
      { rows: 26 },
      'Parts list: 26 rows have no place: the table is full, and no sheet after this one goes on with it.',
      { name: 'Parts list' },
    ],
  ],
  'older rows not shown': [
    [{ rows: 1 }, '1 row older than the newest is not shown.'],
    [{ rows: 3 }, '3 rows older than the newest are not shown.'],
  ],
  'title block too large': [
    [{ of: 'width', is: 210, most: 180 }, 'Title block: 210 mm wide; 180 mm is the most.', { name: 'Title block' }],
    [
      { of: 'share', is: 31.26, most: 20 },
      'Title block: takes 31.3 % of the drawing space; 20 % is the most.',
      { name: 'Title block' },
    ],
  ],
  'title or number too small': [
    [
      { of: 'drawing number', height: 3.5, least: 6, size: 'D' },
      'Number: the drawing number is lettered 3.5 mm high on D; 6 mm is the least on large sheets.',
      { name: 'Number' },
    ],
  ],
  'text on a line': [
    [
      { text: 'Break sharp edges', of: 'content', width: 0.7, by: 0.15, other: 'Title block' },
      'Edges: “Break sharp edges” touches a line 0.7 mm wide of Title block, by 0.1 mm.',
      { name: 'Edges' },
    ],
    [
      { text: 'Page', of: 'captions', width: 0.5, by: 0.02 },
      'Sheet: its caption “Page” touches a line 0.5 mm wide, by 0.02 mm.',
      { name: 'Sheet' },
    ],
  ],
  'line width outside the group': [
    [
      { width: 0.7, group: [0.5, 0.35, 0.25] },
      'Notes: a line is 0.7 mm wide; the profile’s line group has 0.5, 0.35, 0.25 mm.',
      { name: 'Notes' },
    ],
  ],
  'filler as a value': [
    [{ name: 'Title', value: 'TBD' }, 'Title: “Title” is “TBD”, a filler that nobody has replaced.', { name: 'Title' }],
  ],
  'caption of another property': [
    [
      { caption: 'FINISH', name: 'Material', other: 'Finish' },
      'Stuff: its caption “FINISH” names “Finish”, but “Material” is printed.',
      { name: 'Stuff' },
    ],
  ],
  'sheet number without the count': [
    [{}, 'Sheet: the number of the sheet is printed, but not how many sheets there are.', { name: 'Sheet' }],
  ],
  'data outside the lists': [
    [
      { property: 'finish', name: 'Finish' },
      'Title block: “Finish” is neither required nor allowed in a title block.',
      { name: 'Title block' },
    ],
  ],
  'title without its noun': [
    [
      { title: 'DRUM BARREL', better: 'BARREL, DRUM' },
      'Title: the title “DRUM BARREL” does not begin with its noun: “BARREL, DRUM”.',
      { name: 'Title' },
    ],
    [
      { title: 'LARGE ONE' },
      'Title: the title “LARGE ONE” does not begin with a noun of the office’s list.',
      { name: 'Title' },
    ],
  ],
  'title with a full stop': [
    [{ title: 'PAWL.', better: 'PAWL' }, 'Title: the title “PAWL.” ends with a full stop.', { name: 'Title' }],
  ],
  'title too long': [
    [
      { title: 'GUARD, FOLDED, FOR PAWL WHEEL', length: 29, most: 25 },
      'Title: the title “GUARD, FOLDED, FOR PAWL WHEEL” has 29 characters; 25 is the most.',
      { name: 'Title' },
    ],
  ],
  'name too long': [
    [
      { name: 'Checked by', person: 'Persephone Vanterpool-Szymborska', length: 32, most: 20 },
      'CHECKED: Checked by is “Persephone Vanterpool-Szymborska”, 32 characters; 20 is the most.',
      { name: 'CHECKED' },
    ],
  ],
  'number against its pattern': [
    [
      { number: '2201', pattern: 'KW-[0-9]{4}' },
      'Number: the drawing number “2201” does not fit the pattern KW-[0-9]{4}.',
      { name: 'Number' },
    ],
  ],
  'approved by its maker': [
    [
      { person: 'Ines Sundqvist', as: 'drafter' },
      'Ines Sundqvist has approved a drawing that they have made themselves.',
    ],
    [
      { person: 'Marlo Aketch', as: 'checker' },
      'Marlo Aketch has approved a drawing that they have checked themselves.',
    ],
  ],
  'dates out of order': [
    [
      { first: 'Date checked', firstDate: '2026-03-05', second: 'Date approved', secondDate: '2026-03-02' },
      '“Date checked” is 2026-03-05, later than “Date approved”, 2026-03-02.',
    ],
  ],
  'dates in two forms': [
    [{ first: 'yyyy-MM-dd', second: 'dd.MM.yyyy' }, 'Dates are written in two forms: yyyy-MM-dd and dd.MM.yyyy.'],
  ],
  'scale outside the series': [[{ scale: '1:3' }, 'The scale 1:3 is not in the series.']],
  'drafting data not printed': [
    [{ what: 'unit' }, 'Nothing on the sheet says the unit of lengths.'],
    [{ what: 'projection' }, 'Nothing on the sheet says the projection.'],
  ],
  'against the profile': [
    [
      { what: 'tolerance', says: 'ISO 2768-c', profile: 'ISO 2768-m' },
      'Notes: “ISO 2768-c” is another general tolerance than the profile’s, “ISO 2768-m”.',
      { name: 'Notes' },
    ],
  ],
  'old edition of a standard': [
    [
      { named: 'ISO 7573:1983', newest: 'ISO 7573:2008' },
      'Notes: ISO 7573:1983 is an old edition: ISO 7573:2008 is in force.',
      { name: 'Notes' },
    ],
  ],
  'confidentiality note not printed': [
    [{ name: 'Protection note' }, 'The sheet does not print the office’s “Protection note”.'],
    [
      { name: 'Protection note', says: 'Confidential' },
      'Notes: “Confidential” is not the office’s “Protection note”. Link it instead.',
      { name: 'Notes' },
    ],
  ],
  'house check': [
    [
      { check: 'c', checkName: 'A checker', property: 'p', name: 'Checked by', demand: { kind: 'is there' } },
      'A checker: “Checked by” has no value.',
    ],
    [
      {
        check: 'c',
        checkName: 'Finish of the yard',
        property: 'p',
        name: 'Finish',
        says: 'Red',
        demand: { kind: 'is one of', texts: ['Galvanised', 'Pickled', 'None'] },
      },
      'Finish of the yard: “Finish” is “Red”; it should be “Galvanised”, “Pickled” or “None”.',
    ],
    [
      {
        check: 'c',
        checkName: 'Pull',
        property: 'p',
        name: 'Line pull',
        says: '9 kN',
        demand: { kind: 'is at least', number: 10 },
      },
      'Pull: “Line pull” is “9 kN”; it should be 10 at least.',
    ],
  ],
};

const cases = Object.entries(SAID).flatMap(([code, said]) =>
  said.map(([params, expected, place]) => [code as FindingCode, params, expected, place ?? {}] as const),
);

test.each(cases)('%s %j', (code, params, expected, place) => {
  expect(KINDS[code].params.parse(params)).toEqual(params);
  expect(words(code, params as never, place)).toBe(expected);
});

test.each<[RepairKind, string]>([
  [{ kind: 'widen the plan', allow: [{ kind: 'squeezed', to: 0.7 }] }, 'Let it squeeze to 0.7'],
  [{ kind: 'widen the plan', allow: [{ kind: 'wrapped', lines: 2 }] }, 'Let it wrap to 2 lines'],
  [
    {
      kind: 'widen the plan',
      allow: [
        { kind: 'wrapped', lines: 3 },
        { kind: 'squeezed', to: 0.8 },
        { kind: 'stepped down', height: 2.5 },
      ],
    },
    'Let it wrap to 3 lines, squeeze to 0.8 and step down to 2.5 mm',
  ],
  [
    { kind: 'shorter display', name: 'Date', display: { kind: 'date', pattern: 'yyyy-MM-dd' } },
    'Write Date as yyyy-MM-dd',
  ],
  [
    { kind: 'shorter display', name: 'Checked by', display: { kind: 'person', form: 'initials' } },
    'Write Checked by as initials',
  ],
  [{ kind: 'shorter display', name: 'Mass', display: { kind: 'number', decimals: 1 } }, 'Write Mass with 1 decimal'],
  [{ kind: 'more decimals', name: 'Mass', decimals: 3 }, 'Write Mass with 3 decimals'],
  [{ kind: 'capitals' }, 'Letter it in capitals'],
  [{ kind: 'caption in style', style: 'Small', height: 1.8 }, 'Letter the caption in Small, 1.8 mm'],
  [{ kind: 'narrower caption', letterWidth: 0.8 }, 'Letter the caption 0.8 wide'],
  [{ kind: 'larger inset', inset: 1.2 }, 'Set its inset to 1.2 mm'],
  [
    {
      kind: 'take from neighbours',
      axis: 'column',
      track: 3,
      by: 6,
      from: [
        { track: 4, by: 4 },
        { track: 2, by: 2 },
      ],
    },
    'Make column 3 6 mm wider: 4 mm from column 4 and 2 mm from column 2',
  ],
  [{ kind: 'larger block', axis: 'row', track: 2, by: 1.5 }, 'Make row 2 1.5 mm higher, and the block with it'],
  [
    { kind: 'wrap in a higher row', lines: 3, row: 2, by: 6 },
    'Let it wrap to 3 lines, with row 2 6 mm higher, and the block with it',
  ],
  [{ kind: 'share', axis: 'column', track: 2 }, 'Let column 2 share what is left'],
  [{ kind: 'total', axis: 'column', total: 186 }, 'Make the block’s total 186 mm'],
  [{ kind: 'line up' }, 'Line them up'],
  [{ kind: 'dock on', other: 'Title block', side: 'left' }, 'Dock it to the left of Title block'],
  [{ kind: 'to its dock', size: 'A4' }, 'Move it to its dock on A4'],
  [{ kind: 'fit to the space', size: 'A4' }, 'Fit its columns and rows to A4'],
  [{ kind: 'block of its own', size: 'A4' }, 'Give A4 a block of its own that fits'],
  [{ kind: 'leave off', size: 'A4' }, 'Leave it off A4'],
  [{ kind: 'put on', name: 'Title block', size: 'A4' }, 'Put Title block on A4 too'],
  [{ kind: 'rows at most', size: 'A4', rows: 12 }, 'Show 12 rows at most on A4'],
  [{ kind: 'go on', where: 'following sheet' }, 'Let it go on on the following sheet'],
  [{ kind: 'go on', where: 'second column' }, 'Let it go on in a second column'],
  [{ kind: 'set height', height: 5 }, 'Make it 5 mm'],
  [{ kind: 'line width', width: 0.35 }, 'Make it 0.35 mm wide'],
  [{ kind: 'shipped font', font: 'Routed Gothic' }, 'Letter it in Routed Gothic'],
  [{ kind: 'take characters out' }, 'Take these characters out'],
  [{ kind: 'empty the cell' }, 'Empty the second cell'],
  [{ kind: 'for the pen' }, 'It is for the pen'],
  [{ kind: 'link' }, 'Link it'],
  [{ kind: 'link by caption', name: 'Material' }, 'Link Material'],
  [{ kind: 'add data', name: 'Title', into: 'empty cell' }, 'Put Title into an empty cell'],
  [{ kind: 'add data', name: 'Title', into: 'new row' }, 'Add a row for Title'],
  [{ kind: 'ask for it', name: 'Department' }, 'Ask for Department'],
  [{ kind: 'ask once', name: 'Department' }, 'Ask for Department once, for all cells'],
  [{ kind: 'ask in order' }, 'Ask in the order of the sheet'],
  [{ kind: 'nothing where missing', name: 'Finish' }, 'Print nothing where Finish is missing'],
  [{ kind: 'pen line where missing', name: 'Finish' }, 'Leave a pen line where Finish is missing'],
])('the repair %j', (kind, expected) => {
  expect(repairWords({ kind })).toBe(expected);
});

test('verdicts have short words where a finding’s name is long', () => {
  expect(verdictWords({ sign: '■', of: 'text overflows' })).toBe('overflows');
  expect(verdictWords({ sign: '■', of: 'block outside' })).toBe('block outside');
  expect(verdictWords({ sign: '●', of: 'fits' })).toBe('fits');
});

test('what fitting did is said by itself', () => {
  expect(fitUseWords({ kind: 'squeezed', to: 0.8333 })).toBe('squeezed to 0.833');
});

test('an acceptance says what it accepts; of a check that is no more, its code', () => {
  const at = { place: {}, reason: 'A sketch' };
  expect(acceptanceWords({ code: 'mass is zero', params: { model: 'Pawl' }, ...at })).toBe('The mass of Pawl is zero.');
  expect(acceptanceWords({ code: 'gone', params: {}, ...at })).toBe('gone');
  expect(acceptanceWords({ code: 'mass is zero', params: {}, ...at })).toBe('mass is zero');
});
