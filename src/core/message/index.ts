export { type Choices, choicesSchema, usualChoices, type Verdict, verdict } from './choices';
export type { Facts, OccasionName } from './facts';
export { type Letter, letterOf, type Part } from './letter';
export { chooseLink, type NamedLesson, type Occasion, type Surroundings } from './occasion';
export { occasionNames, occasionOf, readFacts } from './occasions';
export { checkTemplate, fieldsOf, type Template, templateSchema } from './template';
