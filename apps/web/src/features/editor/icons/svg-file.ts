import {
  rebuildIcon,
  type DrawnIcon,
  type IconProblem,
  type SvgElement,
} from '@plumgate/core/icons';
import { done, failed, type Outcome } from '@plumgate/core/basics';

/** The most that an SVG of an icon may weigh, in bytes: one that is larger is no icon. */
const mostBytes = 200_000;

const problemWords: Record<IconProblem | 'too-large', string> = {
  'not-an-svg': 'This is not an SVG file.',
  'nothing-to-draw': 'There are no shapes in this file that an icon can be made of.',
  'too-many-shapes': 'This drawing has more than 60 shapes. Add it as a picture instead.',
  'unreadable-shape': 'The shapes in this file can’t be read. Add it as a picture instead.',
  'too-large': 'This file is larger than 200 KB. Add it as a picture instead.',
};

/** An icon rebuilt from an SVG file, or a sentence that says why not. The file itself is never kept. */
export async function iconFromFile(file: File): Promise<Outcome<DrawnIcon, string>> {
  if (file.size > mostBytes) return failed(problemWords['too-large']);
  const read = new DOMParser().parseFromString(await file.text(), 'image/svg+xml');
  const icon = rebuildIcon(file.name.replace(/\.svg$/i, ''), elementOf(read.documentElement));
  return icon.ok ? done(icon.value) : failed(problemWords[icon.problem]);
}

function elementOf(element: Element): SvgElement {
  return {
    tag: element.localName,
    attributes: Object.fromEntries([...element.attributes].map(({ name, value }) => [name, value])),
    children: [...element.children].map(elementOf),
  };
}
