const lossCodes = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', '57P01', '57P02', '57P03']);

/** Is the connection to the database gone, rather than a statement refused? Class 08 of SQLSTATE, and the socket's own codes. */
export function isConnectionLoss(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string };
  if (code !== undefined && (lossCodes.has(code) || code.startsWith('08'))) return true;
  return /^Connection terminated|timeout exceeded when trying to connect/.test(message ?? '');
}
