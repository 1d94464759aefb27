import type { KindDefinition } from './definition'

export const menu: KindDefinition = {
  one: 'Menu',
  many: 'Menus',
  can: ['leading'],
  address: null,
  fields: ['title', 'menuPlace', 'menuEntries', 'language'],
  fieldLabels: { title: 'Name of the menu' },
  starts: { menuPlace: 'none', menuEntries: [] },
  route: 'reviewed',
}
