<script setup lang="ts">
import type { Editor } from '@tiptap/vue-3'
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import {
  Bold,
  Code,
  Italic,
  Link,
  Omega,
  Paintbrush,
  RemoveFormatting,
  Strikethrough,
  Subscript,
  Superscript,
  Underline,
  Unlink,
} from 'lucide-vue-next'
import { WORD_LOOKS } from '~~/core/content/looks'
import { TEXT_KINDS, type TextKind, type Tool } from '~~/core/content/textKinds'
import { lazily } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/styles'

const LinkDialog = lazily(() => import('./LinkDialog.vue'))

/** The tools of the text in hand, those that its place offers: in the margin beside its block, at the foot of a small window. */
const props = defineProps<{ editor: Editor; textKind: TextKind }>()
const offers = (tool: Tool) => (TEXT_KINDS[props.textKind].tools as readonly Tool[]).includes(tool)
const linking = ref(false)
const STYLES = [
  ['bold', say.bold, Bold],
  ['italic', say.italic, Italic],
  ['underline', say.underlined, Underline],
  ['strike', say.struck, Strikethrough],
  ['code', say.code, Code],
  ['superscript', say.superscript, Superscript],
  ['subscript', say.subscript, Subscript],
] as const
const styles = computed(() => STYLES.filter(([mark]) => offers(mark)))
const setLook = (look: string | null) => {
  const chain = props.editor.chain().focus()
  if (look) chain.setMark('look', { look }).run()
  else chain.unsetMark('look').run()
}

/** Signs that keyboards lack, with their names. */
const SIGNS = [
  ['\u00a0', say.spaceThatDoesNotBreak],
  ['–', say.enDash],
  ['—', say.emDash],
  ['…', say.ellipsis],
  ['“', say.openingQuotationMark],
  ['”', say.closingQuotationMark],
  ['‘', say.openingSingleQuotationMark],
  ['’', say.apostrophe],
  ['«', say.openingAngleQuotationMark],
  ['»', say.closingAngleQuotationMark],
  ['×', say.times],
  ['−', say.minus],
  ['±', say.plusOrMinus],
  ['½', say.oneHalf],
  ['°', say.degree],
  ['′', say.minuteFoot],
  ['€', say.euro],
  ['£', say.pound],
  ['§', common.section],
  ['†', say.dagger],
  ['©', say.copyright],
  ['→', say.arrowToTheRight],
  ['•', say.bullet],
  ['æ', 'ae'],
] as const

function setLink(href: string, title: string, newWindow: boolean) {
  const attrs = { href, target: newWindow ? '_blank' : null }
  linking.value = false
  const chain = props.editor.chain().focus()
  // With the caret in a link, it is the whole link that is changed; just after one, another begins.
  const inLink = props.editor.isActive('link')
  if (inLink) chain.extendMarkRange('link')
  if (!href) chain.unsetMark('link', { extendEmptyMarkRange: true }).run()
  else if (props.editor.state.selection.empty && !inLink) {
    const before = props.editor.state.selection.$from.nodeBefore?.text ?? ' '
    const space = /\s$/.test(before) ? [] : [{ type: 'text', text: ' ' }]
    chain.insertContent([...space, { type: 'text', text: title || href, marks: [{ type: 'link', attrs }] }]).run()
  } else chain.setMark('link', attrs).run()
}
function close() {
  linking.value = false
  props.editor.commands.focus()
}
</script>

<template>
  <div data-style-bar class="style-bar font-sans text-plain" role="toolbar" :aria-label="say.styleOfTheText" @mousedown.prevent>
    <button
      v-for="[mark, word, icon] in styles"
      :key="mark"
      type="button"
      class="icon-button"
      :class="editor.isActive(mark) && 'bg-kelp-wash !text-kelp'"
      :aria-label="word"
      :aria-pressed="editor.isActive(mark)"
      :title="word"
      @click="editor.chain().focus().toggleMark(mark).run()"
    >
      <component :is="icon" class="size-4" />
    </button>
    <Menu v-if="offers('look')" as="div" class="menu-place">
      <MenuButton
        class="icon-button"
        :class="editor.isActive('look') && 'bg-kelp-wash !text-kelp'"
        :aria-label="say.textStyle"
        :title="say.textStyle"
        ><Paintbrush class="size-4"
      /></MenuButton>
      <MenuList class="w-44 py-1">
        <MenuItem v-for="[look, word] in [[null, say.ordinary] as const, ...Object.entries(WORD_LOOKS)]" :key="word" v-slot="{ active }"
          ><button type="button" class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="setLook(look)">
            <span :class="look && `word-${look}`">{{ word }}</span>
          </button></MenuItem
        >
      </MenuList>
    </Menu>
    <button
      v-if="offers('link')"
      type="button"
      class="icon-button"
      :class="editor.isActive('link') && 'bg-kelp-wash !text-kelp'"
      :aria-label="say.link"
      :title="say.link"
      @click="linking = true"
    >
      <Link class="size-4" />
    </button>
    <button
      v-if="editor.isActive('link')"
      type="button"
      class="icon-button"
      :aria-label="say.takeTheLinkAway"
      :title="say.takeTheLinkAway"
      @click="setLink('', '', false)"
    >
      <Unlink class="size-4" />
    </button>
    <button
      type="button"
      class="icon-button"
      :aria-label="say.removeFormatting"
      :title="say.removeFormatting"
      @click="editor.chain().focus().unsetAllMarks().run()"
    >
      <RemoveFormatting class="size-4" />
    </button>
    <Menu as="div" class="menu-place">
      <MenuButton class="icon-button" :aria-label="say.specialCharacters" :title="say.specialCharacters"
        ><Omega class="size-4"
      /></MenuButton>
      <MenuList class="grid w-64 grid-cols-8 p-1">
        <MenuItem v-for="[sign, name] in SIGNS" :key="sign" v-slot="{ active }"
          ><button
            type="button"
            class="size-7 rounded text-center"
            :class="active && 'bg-deep'"
            :aria-label="name"
            :title="name"
            @click="editor.chain().focus().insertContent({ type: 'text', text: sign }).run()"
          >
            {{ sign.trim() || '␣' }}
          </button></MenuItem
        >
      </MenuList>
    </Menu>
    <LinkDialog
      v-if="linking"
      :href="(editor.getAttributes('link').href as string | undefined) ?? ''"
      :new-window="editor.getAttributes('link').target === '_blank'"
      data-style-bar
      @close="close"
      @link="setLink"
    />
  </div>
</template>
