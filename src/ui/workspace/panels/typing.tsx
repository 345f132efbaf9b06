import { TypedSending } from "../../keying/TypedSending";
import { useAtHand } from "../atHand";

export default function TypingPanel() {
  const { leave } = useAtHand();
  return <TypedSending onLeave={leave} />;
}
