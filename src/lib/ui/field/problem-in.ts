/** What a server's refusal says, in words for whoever holds the phone. */
export async function problemIn(response: Response): Promise<string> {
  const said: unknown = await response.json().catch(() => undefined);
  return typeof said === 'object' && said !== null && 'message' in said
    ? String(said.message)
    : `The server answered ${response.status}.`;
}
