import type { FindingCode } from '../findings/finding';
import { STANDARD_HEIGHTS } from '../lettering/style';
import { LEAST_DPI } from '../picture/picture';
import { SUPPLIED } from '../property/supplied';
import type { RuleWeight } from './document';
import type { Limits } from './limits';
import type { Standard } from './standard-book';

/** A book that is shipped: nobody changes it, and house books derive from it. */
export interface ShippedBook {
  id: string;
  name: Standard;
  /** The shipped book that it derives from. */
  from?: string;
  weights: Partial<Record<FindingCode, RuleWeight>>;
  limits: Limits;
}

/** Nouns of the trade that titles of parts and assemblies begin with. */
const NOUNS = [
  ...['adapter', 'anchor', 'angle', 'arm', 'assembly', 'axle', 'bar', 'barrel', 'base', 'beam', 'bearing', 'block'],
  ...['body', 'bolt', 'bracket', 'brake', 'buoy', 'bush', 'cable', 'cap', 'channel', 'cheek', 'clamp', 'clevis'],
  ...['collar', 'column', 'coupling', 'cover', 'disc', 'drum', 'eye', 'fairlead', 'fitting', 'flange', 'foot', 'frame'],
  ...['gear', 'gland', 'guard', 'guide', 'handle', 'head', 'hinge', 'hook', 'housing', 'hub', 'insert', 'key'],
  ...['lever', 'lid', 'link', 'liner', 'lug', 'mooring', 'mount', 'nut', 'pawl', 'pin', 'pipe', 'plate', 'plug'],
  ...['pulley', 'rail', 'ring', 'rod', 'roller', 'rope', 'screw', 'seal', 'shackle', 'shaft', 'sheave', 'sheet'],
  ...['shell', 'shim', 'sleeve', 'spacer', 'spindle', 'spool', 'spring', 'stop', 'strap', 'strut', 'stud', 'support'],
  ...['swivel', 'tank', 'tube', 'washer', 'weldment', 'wheel', 'winch', 'yoke'],
];

/** Standards that drawings name, with the year of the edition in force or what has replaced them. */
const EDITIONS = [
  ...['ISO 128-2:2020', 'ISO 128-3:2020', 'ISO 129-1:2018', 'ISO 286-1:2010', 'ISO 1101:2017', 'ISO 2768-1:1989'],
  ...['ISO 2768-2 → ISO 22081', 'ISO 3098-1:2015', 'ISO 5455:1979', 'ISO 5456-2:1996', 'ISO 5457:1999'],
  ...['ISO 7200:2004', 'ISO 7573:2008', 'ISO 8015:2011', 'ISO 13715:2017', 'ISO 22081:2021', 'BS 8888:2020'],
  ...['ASME Y14.1:2020', 'ASME Y14.2:2014', 'ASME Y14.5:2018', 'ASME Y14.35:2014', 'ASME Y14.100:2017'],
];

/** Scales of ISO 5455. */
const SCALES = [
  ...['50:1', '20:1', '10:1', '5:1', '2:1', '1:1', '1:2', '1:5', '1:10', '1:20', '1:50', '1:100', '1:200', '1:500'],
  ...['1:1000', '1:2000', '1:5000', '1:10000'],
];

const ISO_LIMITS: Limits = {
  'under the least height': { values: 2.5, captions: 1.8 },
  'title or number too small': { height: 3.5, from: 800 },
  'height outside the series': { series: [...STANDARD_HEIGHTS] },
  'line width outside the series': { series: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2] },
  'zone characters too large': { clear: 0.25 },
  'nearly aligned': { within: 1 },
  'little clear area': { share: 40 },
  'sheet mostly empty': { share: 25 },
  'title block too large': { width: 180, share: 0 },
  'picture too coarse': { dpi: LEAST_DPI },
  'title without its noun': { nouns: NOUNS },
  'title too long': { most: 25 },
  'name too long': { most: 20 },
  'number against its pattern': { pattern: '' },
  'dates out of order': { order: ['date-created', 'date-checked', 'date-approved'] },
  'required data missing': {
    all: [
      SUPPLIED.drawingNumber,
      SUPPLIED.dateOfIssue,
      SUPPLIED.sheetNumber,
      SUPPLIED.title,
      SUPPLIED.approvedBy,
      SUPPLIED.createdBy,
      SUPPLIED.documentType,
    ],
    parts: [],
    assemblies: [],
  },
  'data outside the lists': { optional: [] },
  'scale outside the series': { scales: SCALES },
  'old edition of a standard': { editions: EDITIONS },
  'confidentiality note not printed': { note: '' },
};

/** What a house decides for itself before any of it is looked at. */
const LEFT_TO_THE_HOUSE: ShippedBook['weights'] = {
  'title without its noun': 'off',
  'number against its pattern': 'off',
  'data outside the lists': 'off',
  'confidentiality note not printed': 'off',
  'small letters': 'off',
  'line width outside the group': 'off',
};

const ISO: ShippedBook = {
  id: 'iso',
  name: 'ISO',
  weights: { ...LEFT_TO_THE_HOUSE, 'title or number too small': 'off' },
  limits: ISO_LIMITS,
};

const ASME: ShippedBook = {
  id: 'asme',
  name: 'ASME',
  weights: {
    ...LEFT_TO_THE_HOUSE,
    'height outside the series': 'off',
    'title too long': 'off',
    'name too long': 'off',
  },
  limits: {
    ...ISO_LIMITS,
    'under the least height': { values: 3, captions: 2.5 },
    'title or number too small': { height: 6, from: 800 },
    'line width outside the series': {
      series: [...ISO_LIMITS['line width outside the series'].series, 0.3, 0.6].sort((a, b) => a - b),
    },
    'title block too large': { width: 0, share: 0 },
    'required data missing': { all: [], parts: [], assemblies: [] },
    'scale outside the series': { scales: [...SCALES, '8:1', '4:1', '1:4', '1:8', '1:16', '1:32'] },
  },
};

/** BS 8888 takes the rules of ISO over. */
const BS_8888: ShippedBook = { ...ISO, id: 'bs-8888', name: 'BS 8888', from: 'iso' };

/** The shipped books by id; no other name finds anything, not even one that every object has from birth. */
export const SHIPPED_BOOKS: Readonly<Record<string, ShippedBook>> = Object.assign(
  Object.create(null) as Record<string, ShippedBook>,
  { iso: ISO, asme: ASME, 'bs-8888': BS_8888 },
);
