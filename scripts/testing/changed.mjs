/** What a change touches: its files, the screens whose code reaches them, and the browser tests of those screens. */
import { execFileSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { cruise } from 'dependency-cruiser';

const SPECS = 'tests/browser';
const git = (...parameters) => execFileSync('git', parameters, { encoding: 'utf8' }).split('\n').filter(Boolean);

/** Files of the last commit, and those that are changed or new since. */
export function changedFiles() {
  const files = [
    ...git('diff', '--name-only', '--diff-filter=d', 'HEAD~1'),
    ...git('ls-files', '--others', '--exclude-standard'),
  ];
  return [...new Set(files)];
}

/** The screens whose pages reach one of the files by imports: the first part of each one's address. */
export async function screensOf(files) {
  const options = { doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true };
  const { output } = await cruise(['src/app', 'src/workers'], options, undefined, {
    tsConfig: { options: { baseUrl: '.', paths: { '@/*': ['src/*'] } } },
  });
  const imports = new Map(
    output.modules.map(({ source, dependencies }) => [source, dependencies.map(({ resolved }) => resolved)]),
  );
  const touched = new Set(files);
  const reaches = (file, seen = new Set()) => {
    if (touched.has(file)) return true;
    seen.add(file);
    return (imports.get(file) ?? []).some((next) => !seen.has(next) && reaches(next, seen));
  };
  const pages = [...imports.keys()].filter((file) => /^src\/app\/.*page\.tsx$/.test(file));
  const screens = pages.filter((page) => reaches(page)).map((page) => page.split('/')[2]);
  return [...new Set(screens)];
}

/** What a test of a screen says in its text, beside its address. */
const SAID = { formats: /\bBoard\(/, drawings: /\b(make|try)Drawing/ };

/** The browser tests of the screens, and those that are changed themselves; all when what they share is. */
export function specsOf(files, screens) {
  const all = readdirSync(SPECS).filter((file) => file.endsWith('.spec.ts'));
  if (files.some((file) => file.startsWith(`${SPECS}/`) && !file.endsWith('.spec.ts'))) return all;
  return all.filter((file) => {
    if (files.includes(`${SPECS}/${file}`)) return true;
    const text = readFileSync(`${SPECS}/${file}`, 'utf8');
    return screens.some(
      (screen) => text.includes(`'/${screen}`) || text.includes(`\`/${screen}`) || SAID[screen]?.test(text),
    );
  });
}
