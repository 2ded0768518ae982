import type { PicturesOfLine, ShownPicture } from '@/api/client'

/**
 * The picture that stands under a line: the kind chosen for it ("none": none), else one of the kinds that are liked in
 * the set, the last chosen first, else the most telling one.
 */
export function standing(of: PicturesOfLine, chosen: string | undefined, liked: string[]): ShownPicture | null {
  const byKind = (kind: string | undefined) => of.pictures.find((picture) => picture.kind === kind)
  if (chosen !== undefined) return byKind(chosen) ?? null
  if (!of.shown) return null
  return byKind(liked.find(byKind)) ?? of.pictures[0] ?? null
}
