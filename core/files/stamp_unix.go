//go:build unix && !linux

package files

import "golang.org/x/sys/unix"

func stampOf(st *unix.Stat_t) Stamp {
	return Stamp{st.Size, unix.TimespecToNsec(st.Mtim), unix.TimespecToNsec(st.Ctim), int64(st.Ino)}
}
