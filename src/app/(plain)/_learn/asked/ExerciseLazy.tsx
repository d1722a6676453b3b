'use client';
import dynamic from 'next/dynamic';

// Texts without exercises load nothing to answer with.
export const ExerciseLazy = dynamic(() => import('./Exercise').then((module) => module.Exercise));
