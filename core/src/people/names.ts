/**
 * What a sign-in name is found and counted by: however it is spelled in capitals, full-width letters or with marks that
 * Unicode holds to be the same (NFKC and case folding by way of capitals, Unicode 15 chapters 3.11 and 3.13), it is one name.
 */
export function signInKey(name: string): string {
  const folded = name
    .normalize('NFKC')
    .toUpperCase()
    .toLowerCase()
    .normalize('NFKD')
    // The dot that a lower-case İ leaves behind.
    .replace(/i\u0307/g, 'i')
    .normalize('NFKC');
  return folded.trim().replace(/\s+/g, ' ');
}
