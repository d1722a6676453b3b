import { type Design, designFrom, type Facts } from './index';

/** Ids that count. */
export function counting(): () => string {
  let made = 0;
  return () => {
    made += 1;
    return `00000000-0000-7000-8000-${String(made).padStart(12, '0')}`;
  };
}

/** What a certificate says in tests. */
export const facts = (over: Partial<Facts> = {}): Facts => ({
  ...{ name: 'Bo Li', course: 'Stream Survey: reading a small river', school: 'Wendwater River School' },
  ...{ at: '2027-06-12T10:00:00Z', expires: null, zone: 'UTC', locale: 'en-GB' },
  grade: { percent: '91.0 %', scale: 'merit' },
  ...{ minutes: 400, outcomes: ['Choose a reach', 'Measure a flow'], teacher: 'Ines Vallotto' },
  ...{ number: 'RIV-7K4Q-0182', checkAddress: 'http://school.example/check/0123456789012345678901', own: {} },
  ...over,
});

export const riverLine: Design = designFrom('river', 'a4-across', counting());

/** Forty names in sixteen scripts, some of them in two: what the register of a school holds. */
export const fortyNames = [
  ...[
    'Bo Li',
    'Þórgunnur Hallgrímsdóttir',
    'AVA Tokyo ToWaY',
    'Łukasz Żółć',
    'Nguyễn Thị Minh Khai',
    'Trần Đức Lương',
    'Šárka Dvořáková',
    'O’Connor-Ó Briain (Jr.)',
  ],
  ...['Σωκράτης Παπαδόπουλος', 'Ελένη Ἀθηνᾶ', 'Ирина Кузнецова', 'Ґалаґан Їжакевич', 'Ћирило Ђорђевић'],
  ...['نورة العتيبي', 'محمد عبد الله', 'فاطمة الزهراء', 'مُحَمَّد', 'پریسا گلزاری', 'لالا'],
  ...['יעל כהן', 'שָׁלוֹם', 'דוד לוי (בן)'],
  ...['สมชาย ใจดี', 'ณัฐพงศ์', 'ปิ่นแก้ว'],
  ...[
    'თამარ ბერიძე',
    'Արմեն Պետրոսյան',
    'አበበ በቀለ',
    'অনন্যা সেন',
    'শ্রীকান্ত',
    'கவிதா முருகன்',
    'ஸ்ரீநிவாசன்',
    'क्षितिज श्रीवास्तव',
    'प्रियंका शर्मा',
  ],
  ...['李小龍', '山田 花子', 'キム・ヨナ', '김민준'],
  ...['محمد (Mo) Ali 123', 'Yael (יעל) Cohen'],
];
