// The demo's accounts as they are printed at its start; demo/people.ts is their source and a test holds both equal.
export const DEMO_PASSWORD = 'five ports three boats'
export const emailOf = (name) => `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@larkholm.example`
export const PEOPLE = [
  { name: 'Maren Ostby', role: 'Steward' },
  { name: 'Idris Calloway', role: 'Publisher' },
  { name: 'Petra Sandvik', role: 'Section editor, Timetables' },
  { name: 'Noor Haddad', role: 'Reviewer' },
  { name: 'Bea Okonjo', role: 'Reviewer' },
  { name: 'Anton Arrieta', role: 'Writer' },
  { name: 'Wen Zhao', role: 'Writer' },
  { name: 'Sorley Grant', role: 'Writer' },
  { name: 'Liv Marchetti', role: 'Site keeper' },
]
