import { PicturesScreen } from "../../../../ui/pictures/PicturesScreen";

export default function Page() {
  return <PicturesScreen />;
}
