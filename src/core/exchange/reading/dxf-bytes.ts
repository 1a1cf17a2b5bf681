import { type Outcome, refuse } from '../../refusal';
import { LARGEST_DRAWING } from './drawn';

const startsWith = (bytes: Uint8Array, text: string) => [...text].every((c, i) => bytes[i] === c.charCodeAt(0));

/** Names of code pages as a DXF writes them, as they are decoded here. */
const CODE_PAGES: Record<string, string> = {
  ansi_874: 'windows-874',
  ansi_932: 'shift_jis',
  ansi_936: 'gbk',
  ansi_949: 'euc-kr',
  ansi_950: 'big5',
  ascii: 'windows-1252',
  'utf-8': 'utf-8',
};

/**
 * The text of a DXF from its bytes: UTF-8 from version 2007 on, else in the code page that it names. A file that is not in the encoding it
 * claims is read in the other one, with a remark.
 */
export function dxfText(bytes: Uint8Array): Outcome<{ text: string; remarks: string[] }> {
  if (bytes.length === 0) return refuse('The file is empty.');
  if (bytes.length > LARGEST_DRAWING)
    return refuse(
      `The drawing has ${Math.round(bytes.length / 1048576)} MB; at most ${LARGEST_DRAWING / 1048576} MB are read.`,
    );
  if (/^AC10\d\d/.test(new TextDecoder('latin1').decode(bytes.subarray(0, 6))))
    return refuse('This is a DWG file. Save the drawing as DXF (ASCII, 2000 or later) and read that.');
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4096));
  if (/^.{0,12}Binary DXF/.test(head) || bytes.subarray(0, 4096).includes(0))
    return refuse('This is a binary file. Save the drawing as DXF in its text form (ASCII) and read that.');
  if (!/^(\uFEFF|ï»¿)?\s*(999\r?\n[^\n]*\n\s*)*0\r?\n\s*SECTION/.test(head))
    return refuse('This is no DXF drawing: it does not begin with a section.');
  const version = Number(/\$ACADVER\s+1\s+AC(\d+)/.exec(head)?.[1] ?? 1009);
  const named = /\$DWGCODEPAGE\s+3\s+(\S+)/.exec(head)?.[1]?.toLowerCase() ?? 'ansi_1252';
  const page = CODE_PAGES[named] ?? (/^ansi_(\d+)$/.test(named) ? named.replace('ansi_', 'windows-') : 'windows-1252');
  const claimed = version >= 1021 || startsWith(bytes, 'ï»¿') ? 'utf-8' : page;
  const remarks: string[] = [];
  const strict = decoded(bytes, claimed, true);
  if (strict !== undefined) return { ok: true, text: strict, remarks };
  const otherwise = claimed === 'utf-8' ? page : 'windows-1252';
  remarks.push(
    `The texts are not in the encoding that the drawing names (${claimed}); they were read as ${otherwise}.`,
  );
  return { ok: true, text: decoded(bytes, otherwise, false) ?? decoded(bytes, 'windows-1252', false)!, remarks };
}

function decoded(bytes: Uint8Array, encoding: string, fatal: boolean): string | undefined {
  try {
    return new TextDecoder(encoding, { fatal }).decode(bytes);
  } catch {
    return undefined;
  }
}
