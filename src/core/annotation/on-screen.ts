import type { ProfileDocument } from '../profile/document';
import type { Primitive } from '../scene/scene';

/** A drawing in the profile's ink of the screen: what is drawn in black, which every paper takes, is shown in it. Files keep black. */
export const inScreenInk = ({ screen }: ProfileDocument, primitives: readonly Primitive[]): Primitive[] =>
  primitives.map((primitive) => (primitive.ink === '#000000' ? { ...primitive, ink: screen.ink } : primitive));
