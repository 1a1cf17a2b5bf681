/** Gives an answer of the server to the person as a file, under the name the server gave it. */
export async function saveFile(response: Response, otherwise: string): Promise<void> {
  const disposition = response.headers.get('content-disposition') ?? '';
  const name = decodeURIComponent(/filename\*=UTF-8''(.+)$/.exec(disposition)?.[1] ?? otherwise);
  const address = URL.createObjectURL(await response.blob());
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
