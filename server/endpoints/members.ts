import { z } from 'zod'
import { lineSchema } from '../../core/content/line'
import { MOST_GROUPS } from '../../core/members/access'
import { MEMBER_STATES } from '../../core/members/member'
import { changeMembership, dropMember, inviteMember, inviteMemberAgain, members as memberList } from '../services/members/membership'
import {
  dropMemberGroup,
  dropPagePassword,
  makeMemberGroup,
  makePagePassword,
  readersAccess,
  renameGroupOfMembers,
  setPagePassword,
} from '../services/members/readersAccess'
import { MAX_PASSWORD } from '../services/people/passwords'
import { endpoint, pageLimit } from './endpoint'
import { siteName } from './siteName'
import * as answers from './answers/members'

const id = z.object({ id: z.string().max(60) })
const name = lineSchema(120).refine((text) => text.trim() !== '', 'Give it a name')
const inGroup = z.strictObject({ group: z.string().max(60), until: z.iso.date().nullable() })
const groups = z.array(inGroup).max(MOST_GROUPS)
const group = z.strictObject({ name })
/** Whoever is given it types it: a short one is better than one on a note. */
const password = z.string().min(6).max(MAX_PASSWORD)

/** Members of the site, their groups, and the passwords of pages. */
export const members = [
  endpoint({
    method: 'GET',
    path: '/members',
    tag: 'members',
    summary: 'A page of the members of the site by their names, found by a part of the name or the address, by group and by state',
    query: z.object({
      text: z.string().max(200).default(''),
      group: z.string().max(60).optional(),
      state: z.enum(MEMBER_STATES).optional(),
      limit: pageLimit,
      from: z.coerce.number().int().min(0).max(1_000_000).default(0),
    }),
    answer: answers.members,
    run: ({ office, actor, query: { text, group, state, limit, from } }) =>
      memberList(office, actor, { text: text.trim(), group: group ?? null, state: state ?? null }, limit, from),
  }),
  endpoint({
    method: 'POST',
    path: '/members',
    tag: 'members',
    summary: 'Invite somebody to be a member; the link for their password goes by mail, or is answered where no mail server is named',
    body: z.strictObject({ name, email: z.email().max(254), groups: groups.default([]) }),
    answer: answers.invitedMember,
    secret: true,
    run: async (asked) => inviteMember(asked.office, asked.actor, asked.body, await siteName(asked)),
  }),
  endpoint({
    method: 'POST',
    path: '/members/:id/invite',
    tag: 'members',
    summary: 'Invite somebody again who has not chosen a password yet',
    params: id,
    answer: answers.memberLink,
    secret: true,
    run: async (asked) => inviteMemberAgain(asked.office, asked.actor, asked.params.id, await siteName(asked)),
  }),
  endpoint({
    method: 'PATCH',
    path: '/members/:id',
    tag: 'members',
    summary: 'Set the groups of a member, each with the last day in it, shut one out, or let one in again',
    params: id,
    body: z.strictObject({ groups: groups.optional(), state: z.enum(['active', 'resting']).optional() }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => changeMembership(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/members/:id',
    tag: 'members',
    summary: 'Remove a member with all that is kept of them',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => dropMember(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/access',
    tag: 'members',
    summary: 'Whom pages may be for (groups of members, passwords by name), and what on the site says of itself who may read it',
    answer: answers.readersAccess,
    run: ({ office, actor }) => readersAccess(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/member-groups',
    tag: 'members',
    summary: 'Make a group of members',
    body: group,
    answer: answers.made,
    run: ({ office, actor, body }) => makeMemberGroup(office, actor, body.name),
  }),
  endpoint({
    method: 'PATCH',
    path: '/member-groups/:id',
    tag: 'members',
    summary: 'Rename a group of members',
    params: id,
    body: group,
    answer: 'nothing',
    run: ({ office, actor, params, body }) => renameGroupOfMembers(office, actor, params.id, body.name),
  }),
  endpoint({
    method: 'DELETE',
    path: '/member-groups/:id',
    tag: 'members',
    summary: 'Remove a group of members that nothing on the site is for',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => dropMemberGroup(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/page-passwords',
    tag: 'members',
    summary: 'Make a password for pages; nobody can read it here afterwards',
    body: z.strictObject({ name, password }),
    answer: answers.made,
    secret: true,
    run: ({ office, actor, body }) => makePagePassword(office, actor, body),
  }),
  endpoint({
    method: 'PATCH',
    path: '/page-passwords/:id',
    tag: 'members',
    summary: 'Rename a password for pages, or set another: whoever gave the one until now is asked anew',
    params: id,
    body: z.strictObject({ name: name.optional(), password: password.optional() }),
    answer: 'nothing',
    secret: true,
    run: ({ office, actor, params, body }) => setPagePassword(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/page-passwords/:id',
    tag: 'members',
    summary: 'Remove a password that opens nothing on the site',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => dropPagePassword(office, actor, params.id),
  }),
]
