import { deepEqual } from 'fast-equals';
import type { Acceptance } from '../format/acceptance';
import { type Finding, KINDS } from './finding';

/** Those of params that make a finding's cause. */
const causeIn = (code: Finding['code'], params: object): unknown[] =>
  KINDS[code].cause.map((name) => (params as Record<string, unknown>)[name]);

/** Tells findings of one cause, wherever on a sheet they are. */
export const causeKey = ({ code, params }: Pick<Finding, 'code' | 'params'>): string =>
  JSON.stringify([code, causeIn(code, params)]);

/** Whether two findings, or a finding and an acceptance, are of one cause at one place of the format. */
export const sameCause = (
  one: Pick<Acceptance, 'code' | 'place' | 'params'>,
  finding: Pick<Finding, 'code' | 'place' | 'params'>,
): boolean =>
  one.code === finding.code &&
  one.place.block === finding.place.block &&
  one.place.cell === finding.place.cell &&
  deepEqual(causeIn(finding.code, one.params), causeIn(finding.code, finding.params));

/** The findings with the reasons of those that the office accepts; one of another cause is not accepted any more. */
export function withAcceptances(findings: Finding[], accepted: readonly Acceptance[] = []): Finding[] {
  if (accepted.length === 0) return findings;
  return findings.map((finding) => {
    const acceptance = accepted.find((one) => sameCause(one, finding));
    return acceptance ? { ...finding, accepted: acceptance.reason } : finding;
  });
}

/** The acceptances of a format with a finding accepted for a reason, or with none of it any more. */
export function accepting(
  accepted: readonly Acceptance[],
  { code, params, place }: Pick<Finding, 'code' | 'params' | 'place'>,
  reason: string | undefined,
): Acceptance[] {
  const others = accepted.filter((one) => !sameCause(one, { code, params, place } as Finding));
  const { block, cell, name } = place;
  const at = {
    ...(block !== undefined && { block }),
    ...(cell !== undefined && { cell }),
    ...(name !== undefined && { name }),
  };
  return reason ? [...others, { code, params: params as Record<string, unknown>, place: at, reason }] : others;
}
