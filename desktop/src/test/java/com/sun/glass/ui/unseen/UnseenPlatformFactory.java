package com.sun.glass.ui.unseen;

import com.sun.glass.ui.Application;
import com.sun.glass.ui.Pixels;
import com.sun.glass.ui.View;
import com.sun.glass.ui.headless.HeadlessApplication;
import com.sun.glass.ui.headless.HeadlessPlatformFactory;
import com.sun.glass.ui.headless.HeadlessView;

/// JavaFX's platform without a screen, and nothing is painted for that screen either: no test looks at it. Windows
/// are laid out, styled, shown and driven as ever. JavaFX finds it by its name and package.
public final class UnseenPlatformFactory extends HeadlessPlatformFactory {
    @Override
    public Application createApplication() {
        return new HeadlessApplication() {
            @Override
            public View createView() {
                return new HeadlessView() {
                    /// Asked by the painter alone, which passes over what is closed.
                    @Override
                    public boolean isClosed() {
                        return true;
                    }

                    @Override
                    protected void _uploadPixels(long view, Pixels pixels) {}
                };
            }
        };
    }
}
