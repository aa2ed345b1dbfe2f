import { pageWords, type PageWords } from '@plumgate/core/languages';
import { createContext, useContext } from 'react';

const PageStrings = createContext<PageWords>(pageWords('en'));

/** Gives what a page says by itself to everything on it; outside of any, it is English. */
export const PageStringsProvider = PageStrings.Provider;

/** What the page says by itself, in its language. */
export const usePageStrings = (): PageWords => useContext(PageStrings);
