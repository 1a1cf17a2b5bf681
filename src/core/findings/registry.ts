import type { Check } from './check';
import { alignment } from './checks/alignment';
import { approvals } from './checks/approvals';
import { askedOrder } from './checks/asked-order';
import { askedRevision } from './checks/asked-revision';
import { askedTwice } from './checks/asked-twice';
import { assemblyMass } from './checks/assembly-mass';
import { capitals } from './checks/capitals';
import { captionOwner } from './checks/caption-owner';
import { captionRoom } from './checks/caption-room';
import { clearArea } from './checks/clear-area';
import { confidentiality } from './checks/confidentiality';
import { dates } from './checks/dates';
import { disagreeingSources } from './checks/disagreeing-sources';
import { draftingData } from './checks/drafting-data';
import { drawingSpace } from './checks/drawing-space';
import { emptyCaption } from './checks/empty-caption';
import { fillers } from './checks/fillers';
import { fixedSheetData } from './checks/fixed-sheet-data';
import { fixedWords } from './checks/fixed-words';
import { generalTolerances } from './checks/general-tolerances';
import { glyphs } from './checks/glyphs';
import { houseChecks } from './checks/house-checks';
import { largeSheets } from './checks/large-sheets';
import { inkOnLines } from './checks/ink-on-lines';
import { leastCaptionHeight, leastOwnCaptionHeight, leastValueHeight } from './checks/least-heights';
import { leftRows } from './checks/left-rows';
import { letteringFont } from './checks/lettering-font';
import { lineGroup } from './checks/line-group';
import { lineWidths } from './checks/line-widths';
import { nobodyAsked } from './checks/nobody-asked';
import { numberPattern } from './checks/number-pattern';
import { oddText } from './checks/odd-text';
import { oldEditions } from './checks/old-editions';
import { optionalData } from './checks/optional-data';
import { overlappingBlocks } from './checks/overlapping-blocks';
import { ownChecker } from './checks/own-checker';
import { partMass } from './checks/part-mass';
import { partsList } from './checks/parts-list';
import { personNames } from './checks/person-names';
import { pictures } from './checks/pictures';
import { projectionStated } from './checks/projection-stated';
import { repeatedProperties } from './checks/repeated-properties';
import { requiredData } from './checks/required-data';
import { revisionAgreement } from './checks/revision-agreement';
import { scales } from './checks/scales';
import { seriesHeights } from './checks/series-heights';
import { sheetCount } from './checks/sheet-count';
import { textFit } from './checks/text-fit';
import { titleBlock } from './checks/title-block';
import { titleBlockSize } from './checks/title-block-size';
import { titles } from './checks/titles';
import { tracks } from './checks/tracks';
import { values } from './checks/values';
import { views } from './checks/views';
import { zoneCharacters } from './checks/zone-characters';
import type { RuleWeight } from '../rules/document';
import type { Finding, FindingCode } from './finding';
import type { LookedCaption, LookedCell, LookedPicture, LookedSheet, LookedTable, LookedText } from './looked-at';

/** Every check there is, by what it looks at. Those of cells are made with the cell and remembered with it. */
export const CHECKS = {
  cell: [
    leastValueHeight,
    leastOwnCaptionHeight,
    emptyCaption,
    fixedSheetData,
    fixedWords,
    projectionStated,
  ] as Check<LookedCell>[],
  caption: [captionRoom, glyphs, oddText] as Check<LookedCaption>[],
  text: [letteringFont, values, oddText, glyphs, textFit] as Check<LookedText>[],
  picture: [pictures] as Check<LookedPicture>[],
  table: [partsList, generalTolerances, leftRows] as Check<LookedTable>[],
  sheet: [
    tracks,
    drawingSpace,
    overlappingBlocks,
    alignment,
    leastCaptionHeight,
    seriesHeights,
    lineWidths,
    inkOnLines,
    zoneCharacters,
    titleBlock,
    requiredData,
    repeatedProperties,
    nobodyAsked,
    askedTwice,
    askedOrder,
    clearArea,
    views,
    assemblyMass,
    partMass,
    disagreeingSources,
    revisionAgreement,
    askedRevision,
    ownChecker,
    capitals,
    titleBlockSize,
    lineGroup,
    largeSheets,
    captionOwner,
    fillers,
    sheetCount,
    titles,
    numberPattern,
    optionalData,
    dates,
    personNames,
    approvals,
    scales,
    draftingData,
    oldEditions,
    confidentiality,
    houseChecks,
  ] as Check<LookedSheet>[],
};

/** What checks notice about one thing; those that are off need not look. */
export function look<Looked>(
  checks: readonly Check<Looked>[],
  at: Looked,
  weights?: Readonly<Record<FindingCode, RuleWeight>>,
): Finding[] {
  const findings: Finding[] = [];
  for (const check of checks) {
    if (weights && check.codes.every((code) => weights[code] === 'off')) continue;
    for (const finding of check.look(at)) findings.push(finding);
  }
  return findings;
}
