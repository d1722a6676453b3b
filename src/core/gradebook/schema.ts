import { number, object, string } from 'yup';

export const completionSchema = object({
  mode: string().oneOf(['free', 'strict', 'share']).required(),
  percent: number()
    .integer('Give a whole percentage.')
    .min(1, 'Ask for at least 1 %.')
    .max(100, 'Ask for at most 100 %.')
    .when('mode', { is: 'share', then: (percent) => percent.required('Give a percentage.') }),
}).noUnknown();

export const missingSchema = string().oneOf(['left-out', 'zero']).required();
