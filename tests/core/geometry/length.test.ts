import { formatLength, parseLength, trimNumber } from '@/core/geometry/length';

describe('typing a length', () => {
  test.each([
    ['12', 'mm', 12, undefined],
    ['12 mm', 'mm', 12, undefined],
    ['12,5', 'mm', 12.5, undefined],
    ['0.5 in', 'mm', 12.7, '0.5 in'],
    ['1/2 in', 'mm', 12.7, '1/2 in'],
    ['1 1/2 in', 'mm', 38.1, '1 1/2 in'],
    ['1/2', 'in', 12.7, '1/2 in'],
    ['0.75"', 'in', 19.05, '0.75 in'],
    ['6 mm', 'in', 6, undefined],
    ['-3', 'mm', -3, undefined],
    ['.38', 'in', 9.652, '.38 in'],
  ] as const)('%s in a sheet of %s is %d mm', (text, unit, mm, entered) => {
    expect(parseLength(text, unit)).toEqual({ ok: true, mm, ...(entered && { entered }) });
  });

  test.each(['', 'wide', '12 cm', '1/0', '1,2,3', '1 1/2 1', '1 2.5'])(
    '“%s” is refused with what would be accepted',
    (text) => {
      const parsed = parseLength(text, 'mm');
      expect(parsed).toMatchObject({ ok: false });
      expect((parsed as { reason: string }).reason).toMatch(/not a length|divides by zero/);
    },
  );

  test('is shown in the sheet’s unit without trailing zeros', () => {
    expect(formatLength(35, 'mm')).toBe('35');
    expect(formatLength(12.7, 'in')).toBe('0.5');
    expect(formatLength(9.652, 'in')).toBe('0.38');
    expect(trimNumber(-0.00001, 3)).toBe('0');
  });
});
