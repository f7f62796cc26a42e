import Joi from 'joi'
import { list } from './list'
import { id } from './id'
import { YARD_TOPIC, type Topic } from './topics'

/** Topics of one connection: what a screen shows at once. */
const MOST_TOPICS = 8
const MOST_TAG = 60

const topic = Joi.string().custom((text: string, helpers) => {
  const [kind, ...rest] = text.split(':')
  const of = rest.join(':')
  const isOne
    = text === YARD_TOPIC
      || (kind === 'job' && !id('the number of a job').validate(of).error)
      || ((kind === 'unit' || kind === 'instrument') && of.length > 0 && of.length <= MOST_TAG)
  return isOne ? text : helpers.error('any.invalid')
})

/** What a page asks of its live channel: these topics from now on, no others. */
export const watchSchema = Joi.object<{ watch: Topic[] }>({
  watch: list().items(topic).max(MOST_TOPICS).unique().required(),
}).required()
