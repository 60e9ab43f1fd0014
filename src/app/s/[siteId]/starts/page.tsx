import { StartsScreen } from "../../../../ui/starts/StartsScreen";

export default function Page() {
  return <StartsScreen />;
}
