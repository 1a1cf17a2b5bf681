/** Gives an answer of the server to the person as a file, under the name the server gave it. */
export async function saveFile(response: Response, otherwise: string): Promise<void> {
  const disposition = response.headers.get('content-disposition') ?? '';
  const name = decodeURIComponent(/filename\*=UTF-8''(.+)$/.exec(disposition)?.[1] ?? otherwise);
  saveBlob(await response.blob(), name);
}

/** Gives a text to the person as a file. */
export function saveText(text: string, name: string): void {
  saveBlob(new Blob(['\uFEFF', text], { type: 'text/csv;charset=utf-8' }), name);
}

function saveBlob(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
