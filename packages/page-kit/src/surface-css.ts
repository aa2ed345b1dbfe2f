import type { SurfaceRole } from '@plumgate/core/brand';

/** What has to be known of a surface that is none of the brand's. */
interface OwnSurface {
  /** The color of buttons on it. */
  press: 'action' | 'paper';
  isDark: boolean;
}

/**
 * What a surface gives to all that stands on it, as custom properties: the colors of buttons (`press`), of numbers and
 * initials (`mark`), of the line beside a review (`bar`), of the keyboard's ring, and which of two logos is shown.
 */
export function surfaceVariables(surface: SurfaceRole | OwnSurface): string {
  const { press, mark, bar, ring, isDark } = traitsOf(surface);
  return [
    `--press:var(--${press});--on-press:var(--on-${press})`,
    `--mark:var(--${mark});--on-mark:var(--on-${mark})`,
    `--bar:${bar};--ring:${ring}`,
    isDark ? '--on-light:none;--on-dark:block' : '--on-light:block;--on-dark:none',
  ].join(';');
}

function traitsOf(surface: SurfaceRole | OwnSurface) {
  const action = 'var(--action)';
  switch (surface) {
    case 'paper':
    case 'tint':
      return { press: 'action', mark: 'action', bar: action, ring: action, isDark: false };
    case 'deep':
      return {
        press: 'deep-press',
        mark: 'action',
        bar: 'currentColor',
        ring: action,
        isDark: true,
      };
    case 'action':
      return {
        press: 'paper',
        mark: 'paper',
        bar: 'currentColor',
        ring: 'currentColor',
        isDark: true,
      };
    default: {
      const { press, isDark } = surface;
      const line = isDark || press === 'paper' ? 'currentColor' : action;
      return { press, mark: press, bar: line, ring: line, isDark };
    }
  }
}

/** The brand's own surfaces, each as a class. */
export const surfacesCss = (['paper', 'tint', 'deep', 'action'] as const)
  .map(
    (role) =>
      `.on-${role}{background:var(--${role});color:var(--on-${role});${surfaceVariables(role)}}`,
  )
  .join('\n');
