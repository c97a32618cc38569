/** Who works at the Reach Shed and who owns the fleet. Nobody of them exists. */
export const DEMO_PASSWORD = 'causeway';

export const DEMO_FLEET = 'Sable Reach Causeway District';

export const DEMO_PEOPLE = [
  { username: 'odile', name: 'Odile Marchbank', role: 'lead', colour: '#7A4A2B' },
  { username: 'tamsin', name: 'Tamsin Okafor', role: 'installer', colour: '#3A6EA5' },
  { username: 'bram', name: 'Bram Vesterholt', role: 'installer', colour: '#3E7D4F' },
  { username: 'ife', name: 'Ife Lindqvist', role: 'installer', colour: '#6B5B8C' },
  { username: 'corin', name: 'Corin Hale', role: 'owner', colour: '#5B6470' },
] as const;

export const [ODILE, TAMSIN, BRAM, IFE, CORIN] = DEMO_PEOPLE.map((person) => person.name) as [
  string,
  string,
  string,
  string,
  string,
];
