import { queryOptions } from '@tanstack/react-query';
import { listStarters } from '../../contract/starters';
import { readFormatForDrawing } from '../../contract/formats';
import { ask } from '../data/request';

/** The starters of the office by name. */
export const startersQuery = queryOptions({ queryKey: ['starters'], queryFn: () => ask(listStarters) });

/** A format as drawings are made on it today, with their profile. */
export const formatForDrawingQuery = (id: string) =>
  queryOptions({
    queryKey: ['format', id, 'for drawing'],
    queryFn: () => ask(readFormatForDrawing, { params: { id } }),
    // Why a format is not drawn on is said at once.
    retry: false,
  });
