/** An id that nothing ever had: what refers to something that is gone must not find something new. */
export function newId(stem: string): string {
  const bytes = crypto.getRandomValues(new Uint8Array(6));
  return `${stem}-${Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('')}`;
}
