'use client';
export { PageError as default } from '@/ui/frame/PageError';
