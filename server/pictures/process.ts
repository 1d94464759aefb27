import { blockOtherDecoders, decode, type Making } from './decode'

// The whole of a process for pictures: it makes one after another, and ends with the server that began it.
blockOtherDecoders()
process.on('message', ({ from, making }: { from: Uint8Array | string; making: Making }) => {
  void decode(from, making).then((decoded) => process.send?.(decoded))
})
process.on('disconnect', () => process.exit())
