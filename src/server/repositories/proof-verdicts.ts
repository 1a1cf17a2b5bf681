import type { Finding } from '../../core/findings/finding';
import type { Verdict } from '../../core/findings/verdict';
import type { Proved } from '../../core/specimen/proving';
import type { Database, Parameter } from '../database';
import { fromJson } from './json-column';

/** Keeps what proofs came to. One that was kept before is replaced, so that a step that is done again changes nothing. */
export async function keepVerdicts(db: Database, job: string, proofs: readonly Proved[]): Promise<void> {
  if (proofs.length === 0) return;
  const values = proofs.flatMap(({ specimen, variant, sizeId, verdict, findings }): Parameter[] => [
    job,
    specimen,
    variant ?? '',
    sizeId,
    verdict.sign,
    verdict.of,
    JSON.stringify(findings),
  ]);
  const rows = proofs.map(() => '(?, ?, ?, ?, ?, ?, ?)').join(', ');
  await db.run(
    `REPLACE INTO proof_verdicts (job_id, specimen_id, variant, size_id, sign, verdict, findings) VALUES ${rows}`,
    values,
  );
}

/** How many proofs of a job have each sign. */
export async function countVerdicts(db: Database, job: string): Promise<Record<Verdict['sign'], number>> {
  const rows = await db.query<{ sign: Verdict['sign']; proofs: number }>(
    'SELECT sign, COUNT(*) AS proofs FROM proof_verdicts WHERE job_id = ? GROUP BY sign',
    [job],
  );
  const counts = { '●': 0, '▲': 0, '■': 0 };
  for (const { sign, proofs } of rows) counts[sign] = Number(proofs);
  return counts;
}

/** A proof with its model's name, for lists. */
type ListedProof = Proved & { name: string };

/** The proofs of a job that do not just fit, the worst first; at most `most` of them. */
export async function worstVerdicts(db: Database, job: string, most: number): Promise<ListedProof[]> {
  const rows = await db.query<{
    specimen: string;
    name: string | null;
    variant: string;
    sizeId: string;
    sign: Verdict['sign'];
    verdict: Verdict['of'];
    findings: unknown;
  }>(
    `SELECT specimen_id AS specimen, specimens.name, variant, size_id AS sizeId, sign, verdict, findings
     FROM proof_verdicts LEFT JOIN specimens ON specimens.id = specimen_id
     WHERE job_id = ? AND sign <> '●' ORDER BY sign DESC, specimen_id, variant, size_id LIMIT ${Math.trunc(most)}`,
    [job],
  );
  return rows.map(({ variant, sign, verdict, findings, name, ...row }) => ({
    ...row,
    name: name ?? row.specimen,
    ...(variant !== '' && { variant }),
    verdict: { sign, of: verdict },
    findings: fromJson<Finding[]>(findings),
  }));
}
