import { spawnSync } from 'node:child_process';

/** A certificate for a name, signed by itself, and its key, in two files. OpenSSL makes it. */
export function makeCertificate(cert: string, key: string, name = 'localhost'): void {
  const subject = ['-subj', `/CN=${name}`, '-addext', `subjectAltName=DNS:${name},IP:127.0.0.1`];
  const making = ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', ...subject];
  const { status } = spawnSync('openssl', [...making, '-keyout', key, '-out', cert]);
  if (status !== 0) throw new Error('OpenSSL did not make a certificate');
}
