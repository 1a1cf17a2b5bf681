import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import {
  checkbox,
  combobox,
  dialog,
  input,
  menu,
  nativeSelect,
  progress,
  segmentGroup,
  table,
  tabs,
  textarea,
} from './recipes';

const role = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

/** A drawing office's own paper: warm paper, black ink, ruled lines, square corners. */
export const system = createSystem(
  defaultBaseConfig,
  // The library's reset and its ways of styling; of its theme nothing, since every page would carry all of it.
  defineConfig({
    preflight: true,
    globalCss: {
      // What the reset refers to; set once, not on every element of every sheet.
      html: {
        '--global-font-body': 'fonts.body',
        '--global-color-border': 'colors.line',
      },
      'html, body': { height: '100%', margin: 0 },
      body: { bg: 'paper', color: 'ink', fontSize: '15px', lineHeight: 1.3, overflow: 'hidden' },
      '*': { borderRadius: 0 },
      '::placeholder': { color: 'soft' },
      ':focus-visible': { outline: '2px solid', outlineColor: 'plum', outlineOffset: '1px' },
    },
    theme: {
      // Above them the zone strip has room for the product's name, and for wide zones.
      breakpoints: { md: '1150px', lg: '1500px' },
      recipes: { input, textarea },
      slotRecipes: { checkbox, combobox, dialog, menu, nativeSelect, progress, segmentGroup, table, tabs },
      tokens: {
        fonts: {
          body: { value: "'Barlow Semi Condensed', sans-serif" },
        },
      },
      semanticTokens: {
        colors: {
          paper: role('#F4F1E9', '#1E1F1C'),
          card: role('#FBFAF6', '#272824'),
          line: role('#CFC8B8', '#4A4A42'),
          desk: role('#E3DED1', '#141512'),
          ink: role('#22262E', '#ECE9DF'),
          soft: role('#65645E', '#A9A699'),
          onInk: role('#FBFAF6', '#1E1F1C'),
          // Linked values, selection, primary action.
          plum: role('#7A2E5D', '#E08FC0'),
          plumWash: role('#F3E4EE', '#45283A'),
          // Asked values, warnings.
          ochre: role('#935A0A', '#E0A85A'),
          // In order.
          pine: role('#2D6A4C', '#7FC7A0'),
          // Wrong.
          vermilion: role('#B93A24', '#F2917D'),
        },
      },
    },
  }),
);
