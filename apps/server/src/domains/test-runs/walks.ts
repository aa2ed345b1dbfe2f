import { Injectable } from '@nestjs/common';
import type { WalkPoint, WalkView } from '@plumgate/contract';
import type { ClientId, FunnelId } from '@plumgate/core/basics';
import type { Effects } from '../intake/intake.service.ts';
import { Seal } from '../../platform/seal.ts';

/** What a walk's requests are known by: sealed, so that nobody else can send leads that leave nothing behind. */
export const walkHeader = 'x-plumgate-walk';
const purpose = 'walk';
const mostKept = 50;

export type Which = 'draft' | 'live';
export interface Walk extends WalkView {
  clientId: ClientId;
  funnelId: FunnelId;
  which: Which;
  /** What the form that was sent last caused. */
  effects: Effects | null;
}

/** The walks of late and those on their way. They are reports of a moment, and a restart forgets them. */
@Injectable()
export class Walks {
  private readonly walks = new Map<string, Walk>();

  constructor(private readonly seals: Seal) {}

  begin(id: string, clientId: ClientId, funnelId: FunnelId, which: Which): Walk {
    const walk = { points: [], over: false, clientId, funnelId, which, effects: null };
    this.walks.set(id, walk);
    if (this.walks.size > mostKept) this.walks.delete(this.walks.keys().next().value!);
    return walk;
  }

  /** What is known of a walk so far; null for one that nobody remembers. */
  of(id: string): Walk | null {
    return this.walks.get(id) ?? null;
  }

  note(walk: Walk, point: WalkPoint): void {
    walk.points.push(point);
  }

  headerFor(id: string): string {
    return this.seals.seal(purpose, id);
  }

  /** The walk that a request belongs to; null for a visitor's. */
  belonging(header: string | string[] | undefined): Walk | null {
    if (typeof header !== 'string') return null;
    const id = this.seals.open(purpose, header);
    const walk = id === null ? null : this.of(id);
    return walk && !walk.over ? walk : null;
  }
}
