import { TypedSending } from "../../keying/TypedSending";
import { useKeyer } from "../../keying/useKeyer";
import { useAtHand } from "../atHand";

export default function TypingPanel() {
  const { leave } = useAtHand();
  return <TypedSending keyer={useKeyer()} onLeave={leave} />;
}
