/** The cache that holds it. */
export const READ = 'keen-slate-read'
/** Answers that are kept: the newest. */
const MOST_READ = 400

/**
 * What was read, as it is kept. It is somebody's: once they leave it is forgotten, and what was asked for before that
 * and answered after it is not kept.
 */
export class ReadKept {
  private forgotten = 0

  constructor(private readonly caches: CacheStorage) {}

  /** What `keep` must be told of an answer: taken when it is asked for. */
  asking(): number {
    return this.forgotten
  }

  async keep(key: string, answer: Response, asked: number): Promise<void> {
    if (asked !== this.forgotten) return
    const known = await this.caches.open(READ)
    await known.delete(key)
    await known.put(key, answer)
    const keys = await known.keys()
    await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST_READ)).map((old) => known.delete(old)))
    if (asked !== this.forgotten) await this.caches.delete(READ) // while it was being written
  }

  async find(key: string): Promise<Response | undefined> {
    return (await this.caches.open(READ)).match(key)
  }

  async forget(): Promise<void> {
    this.forgotten += 1
    await this.caches.delete(READ)
  }
}
