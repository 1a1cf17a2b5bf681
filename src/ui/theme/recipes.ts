import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react';

/** How high what floats stands over the screen; one that opens over another stands higher. */
const floating = 'calc(1400 + var(--layer-index, 0))';

/** What every field for typing looks like. */
const typing = {
  width: '100%',
  px: '7px',
  bg: 'card',
  border: '1px solid',
  borderColor: 'line',
  color: 'ink',
  _focusVisible: { outline: '2px solid', outlineColor: 'plum', outlineOffset: '-1px' },
  _invalid: { borderColor: 'vermilion' },
  _disabled: { opacity: 0.6 },
} as const;

export const input = defineRecipe({ className: 'input', base: { ...typing, height: '26px' } });

export const textarea = defineRecipe({ className: 'textarea', base: { ...typing, py: '3px', resize: 'vertical' } });

export const nativeSelect = defineSlotRecipe({
  className: 'select',
  slots: ['root', 'field', 'indicator'],
  base: {
    root: { position: 'relative', width: '100%', minWidth: 0 },
    field: { ...typing, height: '26px', pr: '22px', appearance: 'none', textOverflow: 'ellipsis', cursor: 'pointer' },
    indicator: { position: 'absolute', right: '5px', top: '7px', color: 'soft', pointerEvents: 'none' },
  },
});

/** A square that is ticked, with its words beside it. */
export const checkbox = defineSlotRecipe({
  className: 'check',
  slots: ['root', 'control', 'indicator', 'label', 'group'],
  base: {
    root: { position: 'relative', display: 'inline-flex', alignItems: 'center', gap: '6px', cursor: 'pointer' },
    control: {
      display: 'inline-flex',
      alignItems: 'center',
      justifyContent: 'center',
      flexShrink: 0,
      width: '14px',
      height: '14px',
      bg: 'card',
      color: 'onInk',
      border: '1px solid',
      borderColor: 'ink',
      _checked: { bg: 'plum', borderColor: 'plum' },
      _focusVisible: { outline: '2px solid', outlineColor: 'plum', outlineOffset: '1px' },
      _disabled: { opacity: 0.5 },
    },
    indicator: { width: '12px', height: '12px' },
    label: { _disabled: { opacity: 0.6 } },
  },
});

/** A few choices side by side, the taken one in ink. */
export const segmentGroup = defineSlotRecipe({
  className: 'segments',
  slots: ['root', 'label', 'item', 'itemText', 'itemControl', 'indicator'],
  base: {
    root: { position: 'relative', display: 'inline-flex', bg: 'card', border: '1px solid', borderColor: 'ink' },
    item: {
      position: 'relative',
      display: 'inline-flex',
      alignItems: 'center',
      height: '26px',
      px: '9px',
      borderRight: '1px solid',
      borderColor: 'line',
      cursor: 'pointer',
      whiteSpace: 'nowrap',
      userSelect: 'none',
      _last: { borderRight: 'none' },
      _hover: { bg: 'plumWash' },
      _checked: { bg: 'ink', color: 'onInk', _hover: { bg: 'ink' } },
      _focusVisible: { outline: '2px solid', outlineColor: 'plum', outlineOffset: '1px', zIndex: 1 },
    },
  },
});

/** Leaves of paper side by side: the one that is open has a plum edge. */
export const tabs = defineSlotRecipe({
  className: 'tabs',
  slots: ['root', 'list', 'trigger', 'content', 'contentGroup', 'indicator'],
  base: {
    list: { display: 'flex', borderBottom: '1px solid', borderColor: 'line' },
    trigger: { cursor: 'pointer', whiteSpace: 'nowrap', _hover: { bg: 'plumWash' } },
  },
  variants: {
    variant: {
      enclosed: {
        list: { flexShrink: 0, overflowX: 'auto', bg: 'paper' },
        trigger: {
          px: '10px',
          height: '28px',
          borderRight: '1px solid',
          borderColor: 'line',
          fontSize: '14px',
          _selected: { bg: 'card', boxShadow: 'inset 0 2px 0 var(--chakra-colors-plum)' },
        },
      },
      line: {
        trigger: {
          flex: 1,
          py: '3px',
          fontSize: '13px',
          color: 'soft',
          _selected: { color: 'ink', boxShadow: 'inset 0 -2px 0 var(--chakra-colors-plum)' },
        },
      },
    },
  },
});

/** A ruled table: its heads stay in view, its rows are divided by thin lines. */
export const table = defineSlotRecipe({
  className: 'table',
  slots: ['root', 'header', 'body', 'row', 'columnHeader', 'cell', 'footer', 'caption'],
  base: {
    root: { width: '100%', borderCollapse: 'collapse' },
    columnHeader: {
      textAlign: 'left',
      fontWeight: 500,
      fontSize: '13px',
      color: 'soft',
      px: '10px',
      py: '5px',
      borderBottom: '1px solid',
      borderColor: 'ink',
      whiteSpace: 'nowrap',
      position: 'sticky',
      top: 0,
      bg: 'card',
      zIndex: 1,
    },
    cell: { px: '10px', py: '4px', borderBottom: '1px solid', borderColor: 'line', verticalAlign: 'top' },
  },
  variants: { interactive: { true: { row: { _hover: { bg: 'plumWash' } } } } },
});

/** A sheet of paper over the screen, as high as what it holds; a taller one than the window is scrolled as a whole. */
export const dialog = defineSlotRecipe({
  className: 'dialog',
  slots: [
    'backdrop',
    'positioner',
    'content',
    'header',
    'title',
    'body',
    'footer',
    'trigger',
    'description',
    'closeTrigger',
  ],
  base: {
    backdrop: { position: 'fixed', inset: 0, zIndex: floating, bg: '#22262E66' },
    positioner: {
      position: 'fixed',
      inset: 0,
      zIndex: floating,
      display: 'flex',
      alignItems: 'center',
      justifyContent: 'center',
      overflow: 'auto',
      pointerEvents: 'auto',
    },
    content: {
      display: 'flex',
      flexDirection: 'column',
      width: '100%',
      margin: 'auto',
      outline: 0,
      bg: 'card',
      color: 'ink',
      border: '1px solid',
      borderColor: 'ink',
      boxShadow: '0 6px 24px #0003',
    },
    header: { display: 'flex', alignItems: 'flex-start', gap: '12px', px: '18px', pt: '14px', pb: '6px' },
    title: { flex: 1, fontSize: '18px', fontWeight: 600 },
    closeTrigger: { p: '3px', color: 'soft', cursor: 'pointer', _hover: { color: 'ink', bg: 'plumWash' } },
    body: { px: '18px', pb: '14px' },
    footer: { display: 'flex', alignItems: 'center', justifyContent: 'flex-end', gap: '8px', px: '18px', pb: '14px' },
  },
});

/** A menu: the paper that its entries stand on. */
export const menu = defineSlotRecipe({
  className: 'menu',
  slots: ['trigger', 'positioner', 'content', 'item'],
  base: {
    content: {
      zIndex: floating,
      minWidth: '190px',
      maxHeight: 'var(--available-height)',
      overflowY: 'auto',
      outline: 0,
      bg: 'card',
      color: 'ink',
      border: '1px solid',
      borderColor: 'ink',
      boxShadow: '0 4px 14px #0003',
    },
    item: {
      display: 'flex',
      alignItems: 'center',
      px: '12px',
      py: '5px',
      fontSize: '15px',
      cursor: 'pointer',
      userSelect: 'none',
      outline: 0,
      _highlighted: { bg: 'plumWash' },
      _disabled: { color: 'soft', cursor: 'not-allowed' },
    },
  },
});

/** How far work has come. */
export const progress = defineSlotRecipe({
  className: 'progress',
  slots: ['root', 'track', 'range', 'label', 'valueText', 'view', 'circle', 'circleTrack', 'circleRange'],
  base: {
    track: { height: '7px', mt: '5px', bg: 'desk', overflow: 'hidden' },
    range: { height: '100%', bg: 'pine' },
  },
});

/** A field to search in, and the list that opens under it. */
export const combobox = defineSlotRecipe({
  className: 'combobox',
  slots: [
    'root',
    'label',
    'control',
    'input',
    'trigger',
    'clearTrigger',
    'indicatorGroup',
    'positioner',
    'content',
    'item',
    'itemText',
    'itemIndicator',
    'itemGroup',
    'itemGroupLabel',
    'list',
    'empty',
  ],
  base: {
    root: { width: '100%' },
    control: { position: 'relative' },
    input: {
      width: '100%',
      height: '26px',
      pl: '7px',
      pr: '22px',
      bg: 'card',
      color: 'ink',
      border: '1px solid',
      borderColor: 'line',
      textOverflow: 'ellipsis',
      _placeholder: { color: 'soft' },
      _focusVisible: { outline: '2px solid', outlineColor: 'plum', outlineOffset: '-1px' },
      _disabled: { opacity: 0.6 },
    },
    trigger: { position: 'absolute', right: '5px', top: '6px', color: 'soft', cursor: 'pointer' },
    content: {
      zIndex: floating,
      minWidth: 'var(--reference-width)',
      maxWidth: '380px',
      maxHeight: 'min(340px, var(--available-height))',
      overflowY: 'auto',
      outline: 0,
      bg: 'card',
      color: 'ink',
      border: '1px solid',
      borderColor: 'ink',
      boxShadow: '0 4px 14px #0003',
    },
    item: {
      px: '10px',
      py: '4px',
      cursor: 'pointer',
      userSelect: 'none',
      _highlighted: { bg: 'plumWash' },
    },
  },
});
