/** The capital letters A to Z less the omitted ones. */
export function lettersWithout(omit: readonly string[]): string[] {
  return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].filter((letter) => !omit.includes(letter));
}

/** The name of step `n`, counted from 0: the single letters, then AA, AB … by the same alphabet. */
export function letterName(letters: readonly string[], n: number): string {
  let name = '';
  for (let left = n + 1; left > 0; left = Math.floor((left - 1) / letters.length)) {
    name = letters[(left - 1) % letters.length]! + name;
  }
  return name;
}
