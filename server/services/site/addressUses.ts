import { addUses, type Use } from '../../store/addresses'
import { siteId, type Office } from '../office'

/** Counts in memory how often readers come by addresses that lead elsewhere or are gone, and writes that down now and then. */
export class AddressUses {
  private readonly counted = new Map<string, Use>()

  constructor(private readonly office: Office) {}

  count(address: string, day: string): void {
    const key = `${day} ${address}`
    const use = this.counted.get(key)
    const last = this.office.now()
    if (use) Object.assign(use, { hits: use.hits + 1, last })
    else this.counted.set(key, { address, day, hits: 1, last })
  }

  /** Writes down what was counted since it was last; what cannot be written is counted again. */
  async keep(): Promise<void> {
    const uses = [...this.counted.values()]
    this.counted.clear()
    if (!uses.length) return
    try {
      const site = await siteId(this.office)
      await this.office.store.write((tx) => addUses(tx, site, uses))
    } catch (error) {
      for (const use of uses) {
        const since = this.counted.get(`${use.day} ${use.address}`)
        if (since) since.hits += use.hits
        else this.counted.set(`${use.day} ${use.address}`, use)
      }
      throw error
    }
  }
}
