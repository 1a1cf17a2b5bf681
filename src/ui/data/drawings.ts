import type { Answers } from '../../core/drawing/drawing';
import type { Revising } from '../../core/drawing/revising';
import type { DrawingSheet } from '../../core/drawing/sheets';
import type { RevisionRow } from '../../core/revision/rows';
import type { RevisionScheme } from '../../core/revision/scheme';
import type { ItemsByList } from '../../core/specimen/parts-tables';
import type { OfficeData } from './office';
import { get, send } from './request';

/** A drawing as the register lists it. */
export interface DrawingData {
  id: string;
  number: string;
  title: string;
  formatId: string;
  formatName: string;
  edition: number;
  specimen: string;
  modelName: string;
  variant?: string;
  sizeId: string;
  sizeName: string;
  answers: Answers;
  overruled: Answers;
  /** The oldest first. */
  revisions: RevisionRow[];
  /** The newest revision's name. */
  revision?: string;
  items: ItemsByList;
  sheets: DrawingSheet[];
  state: 'in work' | 'finished';
  /** Names of the asked values without an answer. */
  open: string[];
  /** A finished drawing whose model gives something else now. */
  modelChanged: boolean;
  version: number;
  changedAt: string;
}

export type DrawingChange = Partial<Pick<DrawingData, 'answers' | 'overruled' | 'sizeId' | 'sheets' | 'state'>> & {
  version: number;
};

export const loadDrawings = (): Promise<DrawingData[]> => get('/api/drawings');
/** A drawing with the formats of its sheets, its own first, and what names its revisions. */
export interface LoadedDrawing {
  drawing: DrawingData;
  office: OfficeData;
  scheme: RevisionScheme;
  /** YYYY-MM-DD */
  today: string;
}

export const loadDrawing = (id: string): Promise<LoadedDrawing> => get(`/api/drawings/${encodeURIComponent(id)}`);
export const makeDrawing = (made: { formatId: string; specimen: string; variant?: string; sizeId: string }) =>
  send<{ id: string }>('POST', '/api/drawings', made);
export const saveDrawing = (id: string, change: DrawingChange): Promise<DrawingData> =>
  send('PUT', `/api/drawings/${encodeURIComponent(id)}`, change);
export const reviseDrawing = (id: string, version: number, revising: Revising): Promise<DrawingData> =>
  send('POST', `/api/drawings/${encodeURIComponent(id)}/revisions`, { version, revising });
