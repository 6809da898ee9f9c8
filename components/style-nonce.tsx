'use client';

import { setNonce } from 'get-nonce';
import { useEffect } from 'react';

/** Hands the page's nonce to what adds a style of its own while it runs: a dialog that keeps the page from scrolling. */
export function StyleNonce() {
  useEffect(() => {
    const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;
    if (nonce) setNonce(nonce);
  }, []);
  return null;
}
