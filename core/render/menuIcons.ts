import {
  Accessibility,
  Anchor,
  Bell,
  Bike,
  CalendarDays,
  Camera,
  Car,
  Clock,
  Dog,
  Download,
  FileText,
  Heart,
  House,
  Info,
  Languages,
  LifeBuoy,
  Mail,
  Map as MapSheet,
  MapPin,
  Newspaper,
  Phone,
  Search,
  Ship,
  ShoppingBag,
  Star,
  Ticket,
  TriangleAlert,
  UserRound,
  Users,
  Waves,
  Wind,
  type IconNode,
} from 'lucide'
import type { MenuIconName } from '../menu/icons'
import { esc } from './escape'

const NODES: Record<MenuIconName, IconNode> = {
  accessibility: Accessibility,
  anchor: Anchor,
  bell: Bell,
  bicycle: Bike,
  calendar: CalendarDays,
  camera: Camera,
  car: Car,
  clock: Clock,
  dog: Dog,
  download: Download,
  file: FileText,
  heart: Heart,
  house: House,
  info: Info,
  languages: Languages,
  lifebuoy: LifeBuoy,
  mail: Mail,
  map: MapSheet,
  'map-pin': MapPin,
  newspaper: Newspaper,
  people: Users,
  person: UserRound,
  phone: Phone,
  search: Search,
  ship: Ship,
  shop: ShoppingBag,
  star: Star,
  ticket: Ticket,
  warning: TriangleAlert,
  waves: Waves,
  wind: Wind,
}

const made = new Map<MenuIconName, string>()

/** An icon of a menu's entry as SVG, in the colour of the words beside it; it says nothing to those who listen. */
export function renderMenuIcon(name: MenuIconName): string {
  const known = made.get(name)
  if (known !== undefined) return known
  const parts = NODES[name].map(
    ([tag, attributes]) =>
      `<${tag} ${Object.entries(attributes)
        .map(([key, value]) => `${key}="${esc(String(value))}"`)
        .join(' ')}/>`,
  )
  const icon = `<svg class="icon" viewBox="0 0 24 24" width="18" height="18" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" stroke-linejoin="round" aria-hidden="true">${parts.join('')}</svg>`
  made.set(name, icon)
  return icon
}
