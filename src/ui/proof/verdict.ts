import type { Finding } from '../../core/scene/report';

export interface Verdict {
  sign: '●' | '▲' | '■';
  colour: 'pine' | 'ochre' | 'vermilion';
  words: string;
}

/** What a proof comes to, in a word: the worst of its findings that the office does not accept, or that all fits. */
export function verdictOf(all: readonly Finding[], refused?: string): Verdict {
  const findings = all.filter((finding) => finding.accepted === undefined);
  if (refused !== undefined) return { sign: '■', colour: 'vermilion', words: 'not composed' };
  const worst = findings.find((finding) => finding.weight === 'blocks release');
  if (worst) return { sign: '■', colour: 'vermilion', words: word(worst) };
  const warning = findings.find((finding) => finding.weight === 'warning');
  if (warning) return { sign: '▲', colour: 'ochre', words: word(warning) };
  const altered = findings.find((finding) => finding.code.startsWith('text '));
  if (altered) return { sign: '▲', colour: 'ochre', words: word(altered) };
  return { sign: '●', colour: 'pine', words: 'fits' };
}

const WORDS: Record<string, string> = {
  'text overflows': 'overflows',
  'no value': 'value missing',
  'value cannot be written': 'wrong value',
  'tracks do not add up': 'block too narrow',
};

const word = (finding: Finding) => WORDS[finding.code] ?? finding.code.replace(/^text /, '');
