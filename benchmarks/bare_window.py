"""The least a start can take: PyQt6, NumPy, a window, its first paint."""

import sys

import numpy as np
from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication, QMainWindow


class Bare(QMainWindow):
    def paintEvent(self, event):
        QTimer.singleShot(0, lambda: QApplication.instance().exit(0))


app = QApplication(sys.argv)
assert np.zeros(3).sum() == 0
window = Bare()
window.show()
sys.exit(app.exec())
