/**
 * Ids of the properties that the application itself supplies or looks for. Inside, values are known by these ids alone;
 * what a property is called in an office's dictionary is for people to read.
 */
export const SUPPLIED = {
  // Of the sheet.
  /** Name of the sheet's size: A3, B. */
  sheetSize: 'sheet-size',
  /** The sheet's scale, as ISO 5455 writes it: 1:2. */
  scale: 'scale',
  /** Number of the sheet among the drawing's, from 1. */
  sheetNumber: 'sheet-number',
  /** How many sheets the drawing has. */
  sheetCount: 'number-of-sheets',

  // Of a drawing.
  /** The identification number of the drawing, which the office's numbering gives. */
  drawingNumber: 'drawing-number',
  /** Name of the drawing's newest revision; in a revision table that of the row. */
  revision: 'revision',
  /** Where on the sheets a revision is: B4, 2-B4. */
  revisionZones: 'revision-zones',
  /** What a revision changed. */
  revisionDescription: 'revision-description',
  /** The day a revision was made, YYYY-MM-DD. */
  revisionDate: 'revision-date',
  /** Who made a revision. */
  revisedBy: 'revised-by',
  /** Who approved a revision. */
  revisionApprovedBy: 'revision-approved-by',
  /** The office's own number of the change behind a revision. */
  changeNumber: 'change-number',
  /** Who made the drawing (ISO 7200: creator). */
  createdBy: 'created-by',
  /** Who checked the drawing. */
  checkedBy: 'checked-by',
  /** Who approved the drawing (ISO 7200: approval person). */
  approvedBy: 'approved-by',
  /** The day the drawing was checked; the signature fills it in. */
  checkedOn: 'date-checked',
  /** The day the drawing was approved; the signature fills it in. */
  approvedOn: 'date-approved',
  /** The day the drawing was issued (ISO 7200). */
  dateOfIssue: 'date-of-issue',
  /** What kind of document the drawing is (ISO 7200). */
  documentType: 'document-type',

  /** The language of the drawing as ISO 639 codes it: en, tr (ISO 7200: language code). */
  language: 'language',

  // Of a model.
  /** The model's number, by which a parts list tells parts apart. */
  partNumber: 'part-number',
  /** The model's title (ISO 7200). */
  title: 'title',
  /** The material by whose name the office's register has a density. */
  material: 'material',
  /** The mass of one. */
  mass: 'mass',
  /** What an assembly's components weigh together; computed. */
  totalMass: 'total-mass',
  /** Name of the variant that a sheet is filled from. */
  variant: 'variant',
  /** The model's own revision, beside the drawing's. */
  modelRevision: 'model-revision',

  // Of a row of a table.
  /** Item number of a row of a parts list (ISO 7573). */
  item: 'item',
  /** How many of it the assembly has (ISO 7573). */
  quantity: 'quantity',
  /** Mass of one of a row of a parts list. */
  massOfOne: 'mass-of-one',
  /** Mass of all of a row of a parts list. */
  rowMass: 'row-mass',
  /** Number of a row of notes. */
  noteNumber: 'note-number',
  /** Text of a row of notes. */
  note: 'note',
  /** What a row of general tolerances is about: lengths, broken edges, angles, decimal places. */
  toleranceKind: 'tolerance-kind',
  /** The sizes that a row of general tolerances is for. */
  sizeRange: 'size-range',
  /** The tolerance of a row of general tolerances. */
  tolerance: 'tolerance',

  // Of the organisation.
  /** Who owns the drawing (ISO 7200: legal owner). */
  legalOwner: 'legal-owner',

  // Of the drafting profile.
  /** The general tolerance that the profile states: a class of ISO 2768, or tolerances by decimal places. */
  generalTolerance: 'general-tolerance',
  /** The arrangement of views, {@link PROJECTION_ANGLES} (ISO 5456-2). */
  projectionAngle: 'projection-angle',
  /** The note that says the unit of lengths. */
  unitsNote: 'units-note',
  /** The note that says how edges are broken. */
  edgesNote: 'edges-note',
} as const;

/** The two arrangements of views of ISO 5456-2, as {@link SUPPLIED.projectionAngle} names them. */
export const PROJECTION_ANGLES = ['first angle', 'third angle'] as const;
export type ProjectionAngle = (typeof PROJECTION_ANGLES)[number];

/** Drawing data that the application itself gives: nobody is asked for it. */
export const GIVEN_ON_DRAWINGS: ReadonlySet<string> = new Set([
  SUPPLIED.drawingNumber,
  SUPPLIED.revision,
  SUPPLIED.revisionZones,
  SUPPLIED.revisionDescription,
  SUPPLIED.revisionDate,
  SUPPLIED.revisedBy,
  SUPPLIED.revisionApprovedBy,
  SUPPLIED.changeNumber,
]);
