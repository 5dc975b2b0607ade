'use memo'
import Align from '@mui/icons-material/AlignHorizontalLeft'
import ContentCopy from '@mui/icons-material/ContentCopy'
import CopyImage from '@mui/icons-material/AddPhotoAlternateOutlined'
import Delete from '@mui/icons-material/DeleteOutlined'
import Finish from '@mui/icons-material/AutoAwesomeOutlined'
import FitScreen from '@mui/icons-material/FitScreen'
import Flip from '@mui/icons-material/Flip'
import Frame from '@mui/icons-material/CropSquare'
import Letters from '@mui/icons-material/TextFields'
import Lock from '@mui/icons-material/LockOutlined'
import Outline from '@mui/icons-material/Timeline'
import Picture from '@mui/icons-material/ImageOutlined'
import Replace from '@mui/icons-material/SwapHoriz'
import Perspective from '@mui/icons-material/ViewInArOutlined'
import RotateRight from '@mui/icons-material/Rotate90DegreesCw'
import SetIcon from '@mui/icons-material/CollectionsOutlined'
import Sharing from '@mui/icons-material/ViewColumnOutlined'
import Shuffle from '@mui/icons-material/Shuffle'
import ClearSet from '@mui/icons-material/LayersClearOutlined'
import Sheet from '@mui/icons-material/InsertDriveFileOutlined'
import Straighten from '@mui/icons-material/Straighten'
import Bold from '@mui/icons-material/FormatBold'
import FitText from '@mui/icons-material/Height'
import Shrink from '@mui/icons-material/TextDecrease'
import Text from '@mui/icons-material/Notes'
import ToLetters from '@mui/icons-material/Abc'
import View from '@mui/icons-material/VisibilityOutlined'
import type { ComponentType } from 'react'
import type { Command, Family } from '@/client/commands/command'

type Icon = ComponentType<{ readonly fontSize?: 'inherit' | 'small'; readonly sx?: object }>

const OF_FAMILY: Readonly<Record<Family, Icon>> = {
  Frame,
  Picture,
  Outline,
  Sharing,
  Set: SetIcon,
  Arrange: Align,
  Perspective,
  Finish,
  Letters,
  Sheet,
  View,
}

const OF_ONE: Readonly<Record<string, Icon>> = {
  textOnSheet: Text,
  fitTextBox: FitText,
  shrinkText: Shrink,
  textToLetters: ToLetters,
  boldText: Bold,
  duplicate: ContentCopy,
  copyImage: CopyImage,
  flip: Flip,
  flipPicture: Flip,
  lock: Lock,
  hide: View,
  remove: Delete,
  turnPicture: RotateRight,
  replace: Replace,
  exchange: Replace,
  shuffle: Shuffle,
  clearSet: ClearSet,
  fit: FitScreen,
  rulers: Straighten,
}

/** The sign of a command: its own, or that of its family. */
export const CommandIcon = ({ command }: { readonly command: Pick<Command, 'id' | 'family'> }) => {
  const Shown = OF_ONE[command.id] ?? OF_FAMILY[command.family]
  return <Shown fontSize="small" />
}
