/** Hands a text to the browser as a file. */
export function saveText(text: string, name: string, type: string): void {
  saveBlob(new Blob([text], { type }), name);
}

export function saveBlob(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = fileName(name);
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Letters and digits of any script, and the ending. */
function fileName(name: string): string {
  const ending = /(\.[a-z0-9]+)+$/i.exec(name)?.[0] ?? '';
  const plain = name
    .slice(0, name.length - ending.length)
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
  return (plain || 'rig') + ending;
}
