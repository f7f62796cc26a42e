import type { Rule } from './finding'

/** The bolts of a clamp joint are laid out: without that nobody can say which comes next, and none of them is owed at the bench. */
export const jointLayout: Rule = {
  name: 'joint-layout',
  source: 'general practice: order and passes belong to where the bolts lie',
  find: sheet => sheet.joints.filter(({ purpose = 'clamp', layout }) => purpose === 'clamp' && !layout).map(({ key, name }) => ({
    list: 'joints', key, field: 'layout', severity: 'thin',
    sentence: `${name}: where its bolts lie is not said, so the bench can ask for no pull.`,
  })),
}
