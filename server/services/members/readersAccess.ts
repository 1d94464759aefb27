import { accessOfKey } from '../../../core/members/access'
import type { Tx } from '../../store/database'
import {
  addMemberGroup,
  addPagePassword,
  changePagePassword,
  countMemberGroups,
  countPagePasswords,
  memberGroup,
  memberGroupNamed,
  memberGroups,
  pagePassword,
  pagePasswordNamed,
  pagePasswords,
  removeMemberGroup,
  removePagePassword,
  renameMemberGroup,
  saysAccess,
} from '../../store/members'
import { makePasswordHash, may, must, sectionsWhere, type Actor } from '../people/access'
import { itemsByIds } from '../../store/items'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'

const MOST_GROUPS = 200
const MOST_PASSWORDS = 200
const MOST_PAGES = 500

/** What pages may be for, and what of the site says of itself who may read it: the groups, the passwords by their names, the items. */
export async function readersAccess(office: Office, actor: Actor) {
  sectionsWhere(actor, 'item.read')
  const { site } = actor.rights
  const db = office.store.read
  const [groups, passwords, said] = await Promise.all([
    memberGroups(db, site),
    pagePasswords(db, site),
    saysAccess(db, site, '', MOST_PAGES),
  ])
  const items = await itemsByIds(
    db,
    said.map(({ item }) => item),
  )
  return {
    groups,
    passwords: passwords.map(({ id, name, changed_at }) => ({ id, name, changedAt: changed_at })),
    pages: said
      .filter(({ item }) => may(actor, 'item.read', items.get(item)?.section_id ?? null))
      .map(({ item, title, path, access }) => ({ item, title, path, access: accessOfKey(access) })),
  }
}

/** Throws a refusal where something on the site is for a group or a password. */
async function mustNotBeUsed(tx: Tx, site: string, id: string): Promise<void> {
  const used = await saysAccess(tx, site, id, MOST_PAGES)
  if (used.length) throw refusal('conflict', 'access-in-use', { title: used[0]!.title, count: used.length })
}

export async function makeMemberGroup(office: Office, actor: Actor, name: string): Promise<{ id: string }> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  const id = office.newId()
  await office.store.write(async (tx) => {
    if (await memberGroupNamed(tx, site, name)) throw refusal('conflict', 'name-taken', { of: 'group', at: 'name' })
    if ((await countMemberGroups(tx, site)) >= MOST_GROUPS) throw refusal('conflict', 'member-groups-many', { most: MOST_GROUPS })
    await addMemberGroup(tx, { id, site_id: site, name })
    await writeFact(office, tx, actor.id, 'member-group.made', null, { group: id, name })
  })
  return { id }
}

export async function renameGroupOfMembers(office: Office, actor: Actor, id: string, name: string): Promise<void> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const group = found(await memberGroup(tx, site, id), 'member-group')
    const same = await memberGroupNamed(tx, site, name)
    if (same && same.id !== id) throw refusal('conflict', 'name-taken', { of: 'group', at: 'name' })
    await renameMemberGroup(tx, id, name)
    await writeFact(office, tx, actor.id, 'member-group.renamed', null, { group: id, name, was: group.name })
  })
}

/** Removes a group that nothing on the site is for. Whatever else names it, a draft or an earlier version, is then for nobody. */
export async function dropMemberGroup(office: Office, actor: Actor, id: string): Promise<void> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const group = found(await memberGroup(tx, site, id), 'member-group')
    await mustNotBeUsed(tx, site, id)
    await removeMemberGroup(tx, id)
    await writeFact(office, tx, actor.id, 'member-group.removed', null, { group: id, name: group.name })
  })
}

/** Makes a password for pages. It is kept as a hash alone: nobody can read it here afterwards. */
export async function makePagePassword(
  office: Office,
  actor: Actor,
  { name, password }: { name: string; password: string },
): Promise<{ id: string }> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  const id = office.newId()
  const hash = await makePasswordHash(password)
  await office.store.write(async (tx) => {
    if (await pagePasswordNamed(tx, site, name)) throw refusal('conflict', 'name-taken', { of: 'password', at: 'name' })
    if ((await countPagePasswords(tx, site)) >= MOST_PASSWORDS) throw refusal('conflict', 'page-passwords-many', { most: MOST_PASSWORDS })
    await addPagePassword(tx, { id, site_id: site, name, hash, changed_at: office.now() })
    await writeFact(office, tx, actor.id, 'page-password.made', null, { password: id, name })
  })
  return { id }
}

/** Renames a password for pages, or sets another: whoever gave the one until now is asked anew. */
export async function setPagePassword(
  office: Office,
  actor: Actor,
  id: string,
  { name, password }: { name?: string | undefined; password?: string | undefined },
): Promise<void> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  const set = password === undefined ? {} : { hash: await makePasswordHash(password), changed_at: office.now() }
  await office.store.write(async (tx) => {
    const row = found(await pagePassword(tx, site, id), 'page-password')
    const same = name === undefined ? undefined : await pagePasswordNamed(tx, site, name)
    if (same && same.id !== id) throw refusal('conflict', 'name-taken', { of: 'password', at: 'name' })
    await changePagePassword(tx, id, { ...set, ...(name === undefined ? {} : { name }) })
    await writeFact(office, tx, actor.id, 'page-password.changed', null, { password: id, name: name ?? row.name })
  })
}

/** Removes a password that opens nothing on the site. */
export async function dropPagePassword(office: Office, actor: Actor, id: string): Promise<void> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const row = found(await pagePassword(tx, site, id), 'page-password')
    await mustNotBeUsed(tx, site, id)
    await removePagePassword(tx, id)
    await writeFact(office, tx, actor.id, 'page-password.removed', null, { password: id, name: row.name })
  })
}
