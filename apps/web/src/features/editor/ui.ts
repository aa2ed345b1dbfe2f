import type { FormId } from '@plumgate/core/basics';
import type { Writing } from '../../ui/merge-text/writing-tools.tsx';
import type { DropPlace, Movable } from '@plumgate/core/page';
import { create } from 'zustand';
import type { View } from './view-sizes.ts';

/** Where a line shows that something would land, in the app's own pixels. */
export interface Line {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Something on its way to a place, by pointer or by keys. */
export interface Moving {
  kind: Movable;
  label: string;
  /** The parts that move; none for what comes from the shelf. */
  ids: string[];
  drop: (place: DropPlace) => void;
  by: 'pointer' | 'keys';
  place: DropPlace | null;
  words: string;
  line: Line | null;
  /** Where the pointer is; null while keys do it. */
  at: { x: number; y: number } | null;
}

export const wideWidths = { 768: 'Tablet', 1280: 'Wide', 1440: 'Very wide' } as const;
export const phoneWidths = [360, 375, 390, 412, 430] as const;

/** What the editor's screen shows besides the draft: none of it is kept. */
interface Ui {
  moving: Moving | null;
  writing: Writing | null;
  /** Which words were pressed, in which frame, and where: there the caret goes. */
  pressed: { key: string; inner: Document; x: number; y: number } | null;
  /** What was just added and is to be shown, until it has been. */
  appeared: string | null;
  /** What a screen reader says. */
  said: string;
  wide: number;
  phone: number;
  zoom: 'fit' | number;
  finding: boolean;
  /** Which form a block is to show is being asked; a new one gets the name. */
  choosingForm: { title: string; newName: string; onChoose: (form: FormId) => void } | null;
  /** The view that somebody works in; the other is a strip beside it. */
  main: View;
  isShelfFolded: boolean;
  /** Unfolds by itself when something is picked. */
  areSettingsFolded: boolean;
  shelf: 'outline' | 'add' | 'brand';
  /** Stays as it is while one part after the other is picked. */
  isLookOpen: boolean;
}

export const useUi = create<Ui>()(() => ({
  moving: null,
  writing: null,
  pressed: null,
  appeared: null,
  said: '',
  wide: 1280,
  phone: 390,
  zoom: 'fit',
  finding: false,
  choosingForm: null,
  main: 'wide',
  isShelfFolded: false,
  areSettingsFolded: true,
  shelf: 'outline',
  isLookOpen: false,
}));

export const swapViews = (): void =>
  useUi.setState(({ main }) => ({ main: main === 'wide' ? 'phone' : 'wide' }));
export const foldShelf = (): void =>
  useUi.setState(({ isShelfFolded }) => ({ isShelfFolded: !isShelfFolded }));
export const foldSettings = (): void =>
  useUi.setState(({ areSettingsFolded }) => ({ areSettingsFolded: !areSettingsFolded }));
export const say = (said: string): void => useUi.setState({ said });
