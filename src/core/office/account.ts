import { z } from 'zod';

/** The roles of the office, each of which may do all that those before it may. */
export const ROLES = ['reader', 'drafter', 'checker', 'administrator'] as const;
export const Role = z.enum(ROLES);
export type Role = z.infer<typeof Role>;

/** Whether a role may do what takes another one. */
export const mayDo = (role: Role, takes: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(takes);

/** What a role is called where it is spoken of, and what it may do beside what the roles before it may. */
export const ROLE_WORDS: Record<Role, { one: string; may: string }> = {
  reader: { one: 'a reader', may: 'sees formats and drawings, and exports them' },
  drafter: { one: 'a drafter', may: 'makes drawings, fills and finishes them' },
  checker: { one: 'a checker', may: 'checks and approves drawings' },
  administrator: { one: 'a standards administrator', may: 'changes formats, properties and the office' },
};

/** A role as it stands in a list: `standards administrator`. */
export const roleName = (role: Role): string => ROLE_WORDS[role].one.replace(/^an? /, '');

/** Why somebody cannot do what takes a role: `takes` is the role, `role` the one they have. */
export const tooLittle = (takes: Role, role: Role): string =>
  `This takes ${ROLE_WORDS[takes].one}; you are signed in as ${ROLE_WORDS[role].one}.`;

/** What somebody signs in by. */
export const SignInName = z
  .string()
  .trim()
  .min(2, 'a name to sign in by has two characters or more')
  .max(60, 'a name to sign in by takes 60 characters')
  .regex(/^[^\s]+$/, 'a name to sign in by has no spaces');

/** The full name of whoever has an account, as drawings print it. */
export const FullName = z.string().trim().min(1, 'an account needs a name').max(120, 'a name takes 120 characters');

/** A password that somebody chooses. */
export const NewPassword = z
  .string()
  .min(10, 'a password has ten characters or more')
  .max(200, 'a password takes 200 characters');
