/** The server doesn't outlive the program that started it. */
export default defineNitroPlugin(() => {
  if (process.send) process.on('disconnect', () => process.exit(0))
})
