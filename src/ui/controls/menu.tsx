'use client';

import { type ButtonHTMLAttributes, type ReactElement, Suspense, lazy, useEffect, useState } from 'react';
import { whenIdle } from './when-idle';

export interface MenuItem {
  value: string;
  /** What the entry says, where that is not its value. */
  words?: string;
  keys?: string | undefined;
  disabled?: boolean;
}

export interface MenuProps {
  /** The button that opens it. */
  trigger: (props: ButtonHTMLAttributes<HTMLButtonElement>) => ReactElement;
  entries: readonly MenuItem[];
  placement: 'top-start' | 'bottom-end';
  onChoose: (value: string) => void;
}

const load = () => import('./menu-list');
const MenuList = lazy(load);

/** A button that opens a list of things to do. What a menu is made of is loaded when nothing else is done. */
export function Menu(props: MenuProps) {
  const [opened, setOpened] = useState(false);
  useEffect(() => whenIdle(load), []);
  const closed = props.trigger({ 'aria-haspopup': 'menu', 'aria-expanded': false, onClick: () => setOpened(true) });
  if (!opened) return closed;
  return (
    <Suspense fallback={closed}>
      <MenuList {...props} />
    </Suspense>
  );
}
