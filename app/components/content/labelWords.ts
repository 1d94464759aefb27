import type { LabelType } from '~~/core/kinds/label'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/labels'

export const LABEL_WORDS: Record<LabelType, { one: string; many: string; help: string }> = {
  category: { one: common.category, many: say.categories, help: say.theyMakeATree },
  tag: { one: common.tag, many: say.tags, help: say.looseWords },
  series: { one: common.series, many: common.series, help: say.postsThatFollowOneAnother },
}
