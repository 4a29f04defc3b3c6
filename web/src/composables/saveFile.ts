export const csvType = 'text/csv;charset=utf-8';

/** Gives the user a file to keep. */
export function saveFile(name: string, content: string | Uint8Array | Blob, type = 'text/plain'): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
