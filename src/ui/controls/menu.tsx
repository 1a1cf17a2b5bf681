'use client';

import { Suspense, lazy, useEffect, useState } from 'react';
import type { MenuProps } from './menu-list';
import { whenIdle } from './when-idle';

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
