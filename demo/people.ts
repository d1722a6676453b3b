/** Invented people; any likeness to real ones is chance. Addresses end in .example. */
export const samplePassword = 'stone-and-water';

export const staff = [
  { name: 'Ines Vallotto', email: 'ines@wendwater.example', role: 'owner' },
  { name: 'Marek Dunaj', email: 'marek@wendwater.example', role: 'creator' },
  { name: 'Temi Okonjo', email: 'temi@wendwater.example', role: 'marker' },
  { name: 'Ngaire Tewhata', email: 'ngaire@wendwater.example', role: 'marker', zone: 'Pacific/Auckland' },
] as const;

/** The first learner is offered on the sign-in page, in the middle of the course; the second has finished it. */
export const learnerNames = [
  'Aoife Brannigan-Lowe',
  'Þórgunnur Sigríður Hallgrímsdóttir',
  'Bo Li',
  'نورة العتيبي',
  'Jonas Lindqvist',
  'Amara Diallo',
  'Rosalind Peverell',
  'Kenji Murasaki',
  'Maximiliana Featherstonehaugh-Cholmondeley de la Villeneuve',
  'Tomasz Brzezicki',
  'Chidi Nwankwo',
  'Leilani Kahananui',
  'Σοφία Καραντζή',
  'Ewan MacIlvride',
  'Priya Raghunathan',
  'Mateus Figueirinha',
  'Zsófia Kerekes',
  'Nguyễn Thị Minh Khai',
  'Oluwaseun Adebanjo',
  'Hanne Østergrav',
  'Dilnoza Yuldasheva',
  'Caradog ap Rhydderch',
  'Inés Quintanilla Robledo',
  'Yusuf Karabulut',
  'Sanna Hietaniemi',
  'Farid Rostamzadeh',
  'Grace Tumwesigye',
  'Luca Bertoncello',
  'Anneke van der Waterink',
  'Siobhán Ní Dhomhnaill',
  'Ravi Chandrasekhar Iyerson',
  'Marguerite Delorme-Sainthuile',
  'Pavel Sedmihradský',
  'Wanjiru Kamande',
  'Emeka Obiora',
  'Tui Parekowhai',
  'Ayşegül Denizci',
  'Bartholomew Quill',
  'Mei-Ling Tsao',
  'Gwenllian Prothero',
] as const;

export const emailOf = (name: string, index: number) => {
  const plain =
    name
      .normalize('NFKD')
      .replace(/[^a-zA-Z ]/g, '')
      .trim()
      .split(' ')[0]
      ?.toLowerCase() ?? '';
  return `${plain || 'learner'}${index + 1}@post.example`;
};
