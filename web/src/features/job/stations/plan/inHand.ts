import type { Held } from '../../../../parts/drag';

/** What somebody holds: a module of the job, or one that is still in the drawer. */
export type InHand = { key?: string; tag?: string; text: string };

/** The strip's modules of the drawer are held by their tag, all others by their key in the job. */
const OF_DRAWER = 'drawer ';

export function taken({ id, text }: Held): InHand {
  return id.startsWith(OF_DRAWER) ? { tag: id.slice(OF_DRAWER.length), text } : { key: id, text };
}

/** The name under which it is dragged. */
export function heldAs(what: InHand): string {
  return what.key ?? `${OF_DRAWER}${what.tag}`;
}
