/** What takes the keys that are typed into it: fields, editors, dialogs and menus, but not what is only ticked or chosen. */
const TAKES_KEYS =
  'input:not([type=radio], [type=checkbox]), select, textarea, [contenteditable=true], [role=dialog], [role=menu]';

/** True when a key event belongs to what has the focus. */
export const isTyping = (event: Event): boolean =>
  event.target instanceof HTMLElement && event.target.closest(TAKES_KEYS) !== null;
