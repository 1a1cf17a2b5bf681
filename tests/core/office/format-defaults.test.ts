import { type FormatDefault, defaultFor } from '@/core/office/format-defaults';

const usual = (formatId: string, narrowed: Partial<FormatDefault> = {}): FormatDefault => ({
  kind: 'part',
  sizeName: '',
  projectId: '',
  siteId: '',
  formatId,
  ...narrowed,
});

const defaults = [
  usual('workshop'),
  usual('large', { sizeName: 'A0' }),
  usual('ferry', { projectId: 'ferry' }),
  usual('yard', { siteId: 'yard' }),
  usual('yard large', { siteId: 'yard', sizeName: 'A0' }),
];

test.each([
  [{ kind: 'part' as const }, 'workshop'],
  [{ kind: 'part' as const, sizeName: 'A0' }, 'large'],
  [{ kind: 'part' as const, sizeName: 'A0', projectId: 'ferry' }, 'ferry'],
  [{ kind: 'part' as const, projectId: 'ferry', siteId: 'yard' }, 'yard'],
  [{ kind: 'part' as const, sizeName: 'A0', projectId: 'ferry', siteId: 'yard' }, 'yard large'],
  [{ kind: 'assembly' as const }, undefined],
])('of %j the narrowest default holds: %s', (occasion, expected) => {
  expect(defaultFor(defaults, occasion)?.formatId).toBe(expected);
});
