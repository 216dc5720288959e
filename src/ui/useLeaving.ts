'use client';

import { useEffect } from 'react';

/** Does what is left to do as the page goes, or the component: whatever waits is saved. */
export function useLeaving(flush: () => void): void {
  useEffect(() => {
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [flush]);
}
