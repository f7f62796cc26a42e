export { judge, worstVerdict, type JudgeInput, type Judgement, type Verdict } from './judge'
export { surveyDiameter, type DiameterSurvey } from './survey-diameter'
