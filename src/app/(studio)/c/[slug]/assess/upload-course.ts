'use client';
import { createContext, useContext } from 'react';

const UploadCourse = createContext<string | null>(null);

/** Says for which course files are uploaded that questions below show; without it they are the school's. */
export const UploadCourseProvider = UploadCourse.Provider;

export const useUploadCourse = (): string | null => useContext(UploadCourse);
