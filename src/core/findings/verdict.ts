import type { Finding, FindingCode } from './finding';

export interface Verdict {
  /** ● all fits; ▲ to be looked at; ■ blocks release */
  sign: '●' | '▲' | '■';
  /** What it comes to: the worst finding's code, that all fits, or that there is no sheet. */
  of: FindingCode | 'fits' | 'not composed';
}

/** What fitting did to a text: notes that are still worth a look. */
const ALTERED: readonly FindingCode[] = ['text squeezed', 'text wrapped', 'text stepped down'];

/** What a proof comes to: the worst of its findings that the office does not accept, or that all fits. */
export function verdictOf(all: readonly Finding[], composed = true): Verdict {
  if (!composed) return { sign: '■', of: 'not composed' };
  const findings = all.filter((finding) => finding.accepted === undefined);
  const worst = findings.find((finding) => finding.weight === 'blocks release');
  if (worst) return { sign: '■', of: worst.code };
  const warning = findings.find((finding) => finding.weight === 'warning' || ALTERED.includes(finding.code));
  return warning ? { sign: '▲', of: warning.code } : { sign: '●', of: 'fits' };
}
