import type { Answers } from '../../core/drawing/drawing';
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
  state: 'in work' | 'finished';
  /** Names of the asked values without an answer. */
  open: string[];
  /** A finished drawing whose model gives something else now. */
  modelChanged: boolean;
  version: number;
  changedAt: string;
}

export type DrawingChange = Partial<Pick<DrawingData, 'answers' | 'overruled' | 'sizeId' | 'state'>> & {
  version: number;
};

export const loadDrawings = (): Promise<DrawingData[]> => get('/api/drawings');
export const loadDrawing = (id: string): Promise<{ drawing: DrawingData; office: OfficeData }> =>
  get(`/api/drawings/${encodeURIComponent(id)}`);
export const makeDrawing = (made: { formatId: string; specimen: string; variant?: string; sizeId: string }) =>
  send<{ id: string }>('POST', '/api/drawings', made);
export const saveDrawing = (id: string, change: DrawingChange): Promise<DrawingData> =>
  send('PUT', `/api/drawings/${encodeURIComponent(id)}`, change);
