'use client';

import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { useServerInsertedHTML } from 'next/navigation';
import { type ReactNode, useState } from 'react';

/** Sends the styles that a server-made page uses ahead of its markup, so that the page is taken over as it is. */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [{ cache, flush }] = useState(makeCache);
  useServerInsertedHTML(() => {
    const names = flush();
    if (names.length === 0) return null;
    const styles = names.map((name) => cache.inserted[name]).filter((style) => typeof style === 'string');
    return (
      <style data-emotion={`${cache.key} ${names.join(' ')}`} dangerouslySetInnerHTML={{ __html: styles.join('') }} />
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}

/** A cache that remembers which styles were made since the last flush. */
function makeCache() {
  const cache = createCache({ key: 'css' });
  cache.compat = true;
  let fresh: string[] = [];
  const insert = cache.insert;
  cache.insert = (...parameters) => {
    const [, serialized] = parameters;
    if (cache.inserted[serialized.name] === undefined) fresh.push(serialized.name);
    return insert(...parameters);
  };
  const flush = () => {
    const names = fresh;
    fresh = [];
    return names;
  };
  return { cache, flush };
}
