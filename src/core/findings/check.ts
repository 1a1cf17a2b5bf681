import type { Finding, FindingCode } from './finding';

/** One check: what it may notice, and how it looks. It stands in a file of its own and is listed in the registry. */
export interface Check<Looked> {
  codes: readonly FindingCode[];
  look(at: Looked): Finding[];
}
