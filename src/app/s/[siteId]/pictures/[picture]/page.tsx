import { PictureScreen } from "../../../../../ui/pictures/PictureScreen";

export default function Page() {
  return <PictureScreen />;
}
