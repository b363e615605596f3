// What a browser keeps from a page that came without TLS, in one line.

/** What is missing on this page, "" for nothing. */
export function missingHere(secure: boolean = globalThis.isSecureContext): string {
  return secure
    ? ''
    : 'This page came without TLS: it cannot be opened anew while the server is away, nor keep the ' +
        'screen awake. Everything else works.'
}
