import { type StepText, readStepText, stepString } from '@/core/exchange/step-text';

const file = (data: string, header = '') =>
  `ISO-10303-21;\nHEADER;\n${header}\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`;

function read(data: string, header?: string): StepText {
  const outcome = readStepText(file(data, header));
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.step;
}

test('an instance is read with numbers, texts, references, enumerations, lists, and typed values', () => {
  const step = read("#7 = A_THING('it''s; here',1.,-2.5E-3,$,*,.T.,#12,(1,(2,3)),LENGTH_MEASURE(4.));");
  expect(step.instance(7)).toEqual({
    id: 7,
    records: [
      {
        type: 'A_THING',
        values: [
          "it's; here",
          1,
          -0.0025,
          null,
          null,
          { enumeration: 'T' },
          { ref: 12 },
          [1, [2, 3]],
          { type: 'LENGTH_MEASURE', values: [4] },
        ],
      },
    ],
  });
  expect(step.instance(8)).toBeUndefined();
});

test('several types at once, comments, and statements over several lines', () => {
  const step = read(
    '/* units; of\nlength */ #3=(LENGTH_UNIT()\n  NAMED_UNIT(*) SI_UNIT(.MILLI.,.METRE.));\n#4=POINT(/*x*/1,2);',
  );
  expect(step.instance(3)?.records.map(({ type }) => type)).toEqual(['LENGTH_UNIT', 'NAMED_UNIT', 'SI_UNIT']);
  expect(step.ofType('POINT').map(({ records }) => records[0]!.values)).toEqual([[1, 2]]);
});

test('the file’s own name and time', () => {
  const step = read('', "FILE_NAME('a.step','2026-03-02T08:00:00',(''),(''),'','','');");
  expect(step.fileName.slice(0, 2)).toEqual(['a.step', '2026-03-02T08:00:00']);
});

test.each([
  ["it''s", "it's"],
  [String.raw`\X2\00D8\X0\55 \X2\00D700B5\X0\ x`, 'Ø55 ×µ x'],
  [String.raw`\X4\0001F529\X0\ nut`, '🔩 nut'],
  [String.raw`\X\E4\S\D`, 'äÄ'],
  [String.raw`a\\b`, String.raw`a\b`],
  ['over\r\ntwo lines', 'overtwo lines'],
])('the text %j reads %j', (raw, text) => {
  expect(stepString(raw)).toBe(text);
});

const whole = file("#1=PRODUCT('a','b','',());");

test.each([
  ['solid cube', /does not begin with ISO-10303-21/],
  ['', /does not begin/],
  [whole.slice(0, whole.indexOf('ENDSEC;\nEND')), /cut short after line 6: END-ISO-10303-21 is missing/],
  [whole.slice(0, whole.indexOf("'b'") + 2), /a text that begins on line 6 does not end/],
  [whole.replace('#1', '/* #1'), /comment that begins on line 6 does not end/],
])('a file that is none or is cut short is refused: %#', (text, reason) => {
  const outcome = readStepText(text);
  expect(outcome.ok ? '' : outcome.reason).toMatch(reason);
});

test('an instance that cannot be read is left out, the others are there', () => {
  const step = read('#1=A(%%);\n#2=B(1);');
  expect([step.instance(1), step.instance(2)?.records[0]!.type]).toEqual([undefined, 'B']);
});
