import type { Facts } from '../property/facts';
import { PROJECTION_ANGLES, type ProjectionAngle, SUPPLIED } from '../property/supplied';

/** The arrangement of views that the drafting profile states (ISO 5456-2); undefined when it states none, or none there is. */
export const statedProjection = ({ profile }: Pick<Facts, 'profile'>): ProjectionAngle | undefined =>
  PROJECTION_ANGLES.find((angle) => angle === profile?.values[SUPPLIED.projectionAngle]);
