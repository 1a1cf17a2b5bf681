import type { Finding } from './report';

export interface Verdict {
  /** ● all fits; ▲ to be looked at; ■ blocks release */
  sign: '●' | '▲' | '■';
  words: string;
}

/** What a proof comes to, in a word: the worst of its findings that the office does not accept, or that all fits. */
export function verdictOf(all: readonly Finding[], refused?: string): Verdict {
  const findings = all.filter((finding) => finding.accepted === undefined);
  if (refused !== undefined) return { sign: '■', words: 'not composed' };
  const worst = findings.find((finding) => finding.weight === 'blocks release');
  if (worst) return { sign: '■', words: word(worst) };
  const warning = findings.find((finding) => finding.weight === 'warning');
  if (warning) return { sign: '▲', words: word(warning) };
  const altered = findings.find((finding) => finding.code.startsWith('text '));
  if (altered) return { sign: '▲', words: word(altered) };
  return { sign: '●', words: 'fits' };
}

const WORDS: Record<string, string> = {
  'text overflows': 'overflows',
  'no value': 'value missing',
  'value cannot be written': 'wrong value',
  'tracks do not add up': 'block too narrow',
};

const word = (finding: Finding) => WORDS[finding.code] ?? finding.code.replace(/^text /, '');
