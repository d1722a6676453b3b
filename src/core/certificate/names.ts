/** Names that are hard to set, for the strip that shows whether every name fits: short, long, and in many scripts. */
export const hardNames = [
  'Bo Li',
  'Þórgunnur Sigríður Hallgrímsdóttir',
  'Maximiliana Featherstonehaugh-Cholmondeley de la Villeneuve',
  'Nguyễn Thị Minh Khai',
  'Σωκράτης Παπαδόπουλος',
  'نورة العتيبي',
] as const;
