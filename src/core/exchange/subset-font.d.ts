/** What the application uses of subset-font, which comes without types. */
declare module 'subset-font' {
  /** A font file with the letters of a text and no others. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'sfnt'; dropTables?: string[] },
  ): Promise<Buffer>;
}
