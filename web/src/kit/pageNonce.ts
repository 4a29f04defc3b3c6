/** The number by which the server knows the style elements of this page; empty where it gave none. */
export const pageNonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce ?? '';
