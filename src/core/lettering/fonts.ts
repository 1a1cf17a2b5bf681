/** A lettering font shipped with the application, under its own licence (assets/fonts/licences). */
export interface ShippedFont {
  id: string;
  /** The name shown to people. */
  name: string;
  /** File in assets/fonts. */
  file: string;
}

export const SHIPPED_FONTS: readonly ShippedFont[] = [
  { id: 'osifont', name: 'Osifont (ISO 3098)', file: 'osifont.ttf' },
  { id: 'routed-gothic', name: 'Routed Gothic', file: 'routed-gothic.ttf' },
  { id: 'routed-gothic-narrow', name: 'Routed Gothic narrow', file: 'routed-gothic-narrow.ttf' },
  { id: 'routed-gothic-wide', name: 'Routed Gothic wide', file: 'routed-gothic-wide.ttf' },
  { id: 'dejavu-sans', name: 'DejaVu Sans', file: 'DejaVuSans.ttf' },
  { id: 'dejavu-sans-mono', name: 'DejaVu Sans Mono', file: 'DejaVuSansMono.ttf' },
];

/** Where a glyph is looked for when the chosen font lacks it, in this order. */
export const FALLBACK_FONTS = ['osifont', 'dejavu-sans', 'dejavu-sans-mono'] as const;

/** The font family name under which the application loads a font, private so that an installed font never hides it. */
export const fontFamily = (id: string): string => `zono-${id}`;
