/** Prints a page of HTML from a frame that nobody sees, from where it can be saved as PDF, too. */
export function printPage(html: string): void {
  const frame = document.createElement('iframe')
  frame.title = 'Page to be printed'
  frame.className = 'sr-only'
  // a frame of this page takes over its rules: only styles that carry its nonce count
  const nonce = document.querySelector<HTMLElement>('script[nonce], style[nonce]')?.nonce ?? ''
  frame.srcdoc = html.replaceAll('<style>', `<style nonce="${nonce}">`)
  frame.addEventListener('load', () => {
    const page = frame.contentWindow!
    page.addEventListener('afterprint', () => frame.remove())
    page.focus()
    page.print()
  })
  document.body.append(frame)
}
