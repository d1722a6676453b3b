'use client';
import { useEffect } from 'react';
import { readyForPdf } from './use-pdf';

/** Where somebody is about to open a PDF: what shows it is loaded while they still choose. */
export function ReadyForPdf() {
  useEffect(() => {
    // Where it fails, it is tried again with the PDF itself, and told there.
    readyForPdf().catch(() => {});
  }, []);
  return null;
}
